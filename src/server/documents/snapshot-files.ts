import { createHash } from 'node:crypto';
import { stat } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { keepFile, nodeDisk } from '../disk';
import { MOST } from './growth';

/** Whole documents as compressed files named by the hash of what they hold. */
export type SnapshotFiles = {
  readonly folder: string;
  readonly write: (text: string) => Promise<string>;
  /** Throws a `DamagedSnapshot` where the file is not there, cut, or holds something else than its name says. */
  readonly read: (hash: string) => Promise<string>;
  /** The text of one that has no more bytes than the limit; null where it has more, or is not whole. */
  readonly readSmall: (hash: string, limit: number) => Promise<string | null>;
};

/** A snapshot is not what its name says; the message is a sentence about its file. Its code is how it is told from a child to the server. */
export class DamagedSnapshot extends Error {
  readonly code = 'DAMAGED';
}

/** No document has more bytes: its characters are limited (growth.ts), and one takes four at the most. */
export const MOST_BYTES = 4 * MOST;

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');

export function snapshotFiles(folder: string, disk = nodeDisk): SnapshotFiles {
  const name = (hash: string) => `${hash}.json.gz`;
  const read = async (hash: string): Promise<string> => {
    const file = path.join(folder, name(hash));
    const bytes = await disk.read(file).catch((error: NodeJS.ErrnoException) => {
      throw new DamagedSnapshot(error.code === 'ENOENT' ? `Its file ${file} is missing.` : `Its file ${file} cannot be read: ${error.message}.`);
    });
    const text = await promisify(gunzip)(bytes, { maxOutputLength: MOST_BYTES }).then((whole) => whole.toString('utf8')).catch((error: { readonly code?: string }) => {
      throw new DamagedSnapshot(error.code === 'ERR_BUFFER_TOO_LARGE' ? `Its file ${file} unfolds to more than any document has.` : `Its file ${file} is cut off or damaged.`);
    });
    if (hashOf(text) !== hash) throw new DamagedSnapshot(`Its file ${file} holds another state than its name says.`);
    return text;
  };
  return {
    folder,
    read,
    async readSmall(hash, limit) {
      const file = path.join(folder, name(hash));
      try {
        if ((await stat(file)).size > limit) return null;
        const text = (await promisify(gunzip)(await disk.read(file), { maxOutputLength: limit })).toString('utf8');
        return hashOf(text) === hash ? text : null;
      } catch {
        return null;
      }
    },
    async write(text) {
      const hash = hashOf(text);
      await keepFile(disk, folder, name(hash), await promisify(gzip)(text));
      // Nothing points to it before it was read back.
      await read(hash);
      return hash;
    },
  };
}
