import { createHash, randomUUID } from 'node:crypto';
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { MediaStore } from '../../bundle';
import { mediaFileName } from '../../core/model';

/** Media in a folder, by content hash. */
export type MediaFiles = MediaStore & { readonly folder: string };

export function mediaFiles(folder: string): MediaFiles {
  const place = (asset: { readonly hash: string; readonly mime: string }) => path.join(folder, mediaFileName(asset));
  const has = (asset: { readonly hash: string; readonly mime: string }) => access(place(asset)).then(() => true, () => false);
  return {
    folder,
    has,
    async keep(bytes, mime) {
      const hash = createHash('sha256').update(bytes).digest('hex');
      const asset = { hash, mime };
      if (await has(asset)) return hash;
      await mkdir(folder, { recursive: true });
      // Two windows may bring in the same picture at once: each writes beside it under a name of its own.
      const beside = `${place(asset)}.${randomUUID()}.part`;
      await writeFile(beside, bytes);
      await rename(beside, place(asset));
      return hash;
    },
    read: (asset) => readFile(place(asset)).catch(() => null),
  };
}
