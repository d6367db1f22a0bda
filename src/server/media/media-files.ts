import { createHash } from 'node:crypto';
import { access, readFile } from 'node:fs/promises';
import path from 'node:path';
import type { MediaStore } from '../../bundle';
import { mediaFileName } from '../../core/model';
import { keepFile, nodeDisk } from '../disk';

/** Media in a folder, by content hash. */
export type MediaFiles = MediaStore & { readonly folder: string };

export function mediaFiles(folder: string, disk = nodeDisk): MediaFiles {
  const place = (asset: { readonly hash: string; readonly mime: string }) => path.join(folder, mediaFileName(asset));
  const has = (asset: { readonly hash: string; readonly mime: string }) => access(place(asset)).then(() => true, () => false);
  return {
    folder,
    has,
    async keep(bytes, mime) {
      const hash = createHash('sha256').update(bytes).digest('hex');
      const asset = { hash, mime };
      if (!(await has(asset))) await keepFile(disk, folder, mediaFileName(asset), bytes);
      return hash;
    },
    read: (asset) => readFile(place(asset)).catch(() => null),
  };
}
