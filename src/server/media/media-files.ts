import { createHash, randomUUID } from 'node:crypto';
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { mediaFileName } from '../../core/model';

/** Media by content hash: what a name stands for never changes, and the same picture is kept once. */
export type MediaFiles = {
  readonly folder: string;
  /** Keeps bytes; answers the hash they are kept under. */
  readonly keep: (bytes: Uint8Array, mime: string) => Promise<string>;
  readonly has: (asset: { readonly hash: string; readonly mime: string }) => Promise<boolean>;
  readonly read: (asset: { readonly hash: string; readonly mime: string }) => Promise<Buffer | null>;
};

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

/** What a picture file is, by its first bytes: names and headers may lie. Null for anything that is not kept. */
export function pictureMime(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | null {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (bytes[0] === 0x89 && text(1, 4) === 'PNG') return 'image/png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'image/webp';
  return null;
}
