import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';

/** Whole documents as compressed files named by the hash of what they hold. */
export type SnapshotFiles = {
  readonly write: (text: string) => Promise<string>;
  readonly read: (hash: string) => Promise<string>;
};

export function snapshotFiles(folder: string): SnapshotFiles {
  const place = (hash: string) => path.join(folder, `${hash}.json.gz`);
  return {
    async write(text) {
      const hash = createHash('sha256').update(text).digest('hex');
      await mkdir(folder, { recursive: true });
      // Written beside and renamed: a kill in the middle leaves the old file or the new one, never half of one.
      const beside = `${place(hash)}.${process.pid}.part`;
      await writeFile(beside, await promisify(gzip)(text));
      await rename(beside, place(hash));
      return hash;
    },
    async read(hash) {
      return (await promisify(gunzip)(await readFile(place(hash)))).toString('utf8');
    },
  };
}
