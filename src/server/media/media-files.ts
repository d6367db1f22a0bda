import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat, utimes } from 'node:fs/promises';
import path from 'node:path';
import type { MediaStore } from '../../bundle';
import { mediaFileName } from '../../core/model';
import { keepFile, nodeDisk, settleFile } from '../disk';

/** Milliseconds: half of what is never swept. */
const YOUNG = 12 * 3_600_000;

type Asset = { readonly hash: string; readonly mime: string };

/** Media in a folder, by content hash. What a name stands for is looked at before it is believed: a file that was damaged is not there. */
export type MediaFiles = MediaStore & {
  readonly folder: string;
  /** Where a sound file lies, and how many bytes it has; null where there is none. */
  readonly find: (asset: Asset) => Promise<{ readonly file: string; readonly bytes: number } | null>;
  /** Takes up a file that was written elsewhere on the same disk, of which the hash is known. */
  readonly adopt: (file: string, asset: Asset) => Promise<void>;
};

export function mediaFiles(folder: string, disk = nodeDisk): MediaFiles {
  /** Files whose bytes were found to be what their names say, as long as nobody writes to them. */
  const sound = new Map<string, string>();
  const place = (asset: Asset) => path.join(folder, mediaFileName(asset));

  async function find(asset: Asset) {
    const file = place(asset);
    const found = await stat(file).catch(() => null);
    if (!found) return null;
    const state = `${found.size} ${found.mtimeMs}`;
    if (sound.get(file) !== state) {
      if ((await hashOfFile(file)) !== asset.hash) return null;
      sound.set(file, state);
    }
    return { file, bytes: found.size, changedAt: found.mtimeMs };
  }

  /** A file that is wanted again is young again: whoever asks for it may not have said yet what for, and what is young is not swept. */
  async function isHere(asset: Asset): Promise<boolean> {
    const found = await find(asset);
    if (!found) return false;
    if (Date.now() - found.changedAt > YOUNG) await utimes(found.file, new Date(), new Date());
    return true;
  }

  return {
    folder,
    find,
    has: isHere,
    async keep(bytes, mime) {
      const asset = { hash: createHash('sha256').update(bytes).digest('hex'), mime };
      if (!(await isHere(asset))) await keepFile(disk, folder, mediaFileName(asset), bytes);
      return asset.hash;
    },
    async adopt(file, asset) {
      if (await isHere(asset)) return;
      await disk.makeFolder(folder);
      await disk.flush(file);
      await settleFile(disk, file, place(asset));
    },
    async read(asset) {
      const found = await find(asset);
      return found && readFile(found.file);
    },
  };
}

async function hashOfFile(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(file)) hash.update(part as Buffer);
  return hash.digest('hex');
}
