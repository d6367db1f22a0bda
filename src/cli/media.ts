import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { MediaStore } from '../bundle';
import { mediaFileName } from '../core/model';
import { makeFolder, writeWhole } from './write-file';

const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** Media that came out of a zip, or wait to be written. */
export function mediaInMemory(): MediaStore {
  const kept = new Map<string, Uint8Array>();
  return {
    async keep(bytes, mime) {
      const hash = hashOf(bytes);
      kept.set(mediaFileName({ hash, mime }), bytes);
      return hash;
    },
    has: (asset) => Promise.resolve(kept.has(mediaFileName(asset))),
    read: (asset) => Promise.resolve(kept.get(mediaFileName(asset)) ?? null),
  };
}

/** Media that are kept in memory over others: nothing is written until all is well. */
export function mediaOver(under: MediaStore): MediaStore {
  const over = mediaInMemory();
  return {
    keep: over.keep,
    has: async (asset) => (await over.has(asset)) || under.has(asset),
    read: async (asset) => (await over.read(asset)) ?? under.read(asset),
  };
}

/** Media in the folder `media` beside a project file. */
export function mediaBeside(file: string): MediaStore {
  const place = (asset: { readonly hash: string; readonly mime: string }) => path.join(path.dirname(file), 'media', mediaFileName(asset));
  const read = (asset: { readonly hash: string; readonly mime: string }) => readFile(place(asset)).then((bytes): Uint8Array => bytes, () => null);
  return {
    read,
    has: async (asset) => (await read(asset)) !== null,
    async keep(bytes, mime) {
      const asset = { hash: hashOf(bytes), mime };
      await makeFolder(path.dirname(place(asset)));
      await writeWhole(place(asset), bytes);
      return asset.hash;
    },
  };
}
