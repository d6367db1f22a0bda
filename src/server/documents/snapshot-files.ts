import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';

/** Whole documents as compressed files named by the hash of what they hold. */
export type SnapshotFiles = {
  readonly write: (text: string) => Promise<string>;
  /** Throws a `DamagedSnapshot` where the file is not there, cut, or holds something else than its name says. */
  readonly read: (hash: string) => Promise<string>;
};

/** A snapshot is not what its name says; the message is a sentence about its file. */
export class DamagedSnapshot extends Error {}

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');

export function snapshotFiles(folder: string): SnapshotFiles {
  const place = (hash: string) => path.join(folder, `${hash}.json.gz`);
  const read = async (hash: string): Promise<string> => {
    const file = place(hash);
    const bytes = await readFile(file).catch((error: NodeJS.ErrnoException) => {
      throw new DamagedSnapshot(error.code === 'ENOENT' ? `Its file ${file} is missing.` : `Its file ${file} cannot be read: ${error.message}.`);
    });
    const text = await promisify(gunzip)(bytes).then((whole) => whole.toString('utf8'), () => {
      throw new DamagedSnapshot(`Its file ${file} is cut off or damaged.`);
    });
    if (hashOf(text) !== hash) throw new DamagedSnapshot(`Its file ${file} holds another state than its name says.`);
    return text;
  };
  return {
    read,
    async write(text) {
      const hash = hashOf(text);
      await mkdir(folder, { recursive: true });
      // Written beside and renamed: a kill in the middle leaves the old file or the new one, never half of one. The same may be
      // written twice at once: each under a name of its own.
      const beside = `${place(hash)}.${randomUUID()}.part`;
      try {
        await writeFile(beside, await promisify(gzip)(text), { flush: true });
        await rename(beside, place(hash));
      } catch (error) {
        await rm(beside, { force: true });
        throw error;
      }
      // Nothing points to it before it was read back.
      await read(hash);
      return hash;
    },
  };
}
