import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { pictureMime, type MediaStore } from '../../bundle';
import { Refusal } from '../refusal';

type Args = Readonly<Record<string, unknown>>;

/** Arguments in which media named by a path (`{ "path": "lamp.png" }`, from the folder of what names it) are read, kept and described. */
export async function withMedia(args: Args, folder: string, media: MediaStore, newId: () => string): Promise<Args> {
  const changed: Record<string, unknown> = { ...args };
  if (Array.isArray(args['assets'])) {
    const assets: unknown[] = [];
    // One after the other: ids come in the order in which media are named, not in that in which they are read.
    for (const one of args['assets'] as readonly unknown[]) assets.push(await described(one, folder, media, newId));
    changed['assets'] = assets;
  }
  if (isPath(args['fields'])) {
    const { id: _, type: __, ...fields } = (await described(args['fields'], folder, media, newId)) as Record<string, unknown>;
    changed['fields'] = fields;
  }
  return changed;
}

function isPath(value: unknown): value is Args & { readonly path: string } {
  return value !== null && typeof value === 'object' && typeof (value as Args)['path'] === 'string';
}

async function described(asset: unknown, folder: string, media: MediaStore, newId: () => string): Promise<unknown> {
  if (!isPath(asset)) return asset;
  const { path: place, ...more } = asset;
  const bytes = await readFile(path.resolve(folder, place)).catch(() => null);
  if (!bytes) throw new Refusal(`There is no file ${place}.`);
  const mime = pictureMime(bytes);
  if (!mime) throw new Refusal(`${place} is no PNG, JPEG or WebP picture.`);
  const { loadImage } = await import('@napi-rs/canvas');
  const image = await loadImage(bytes).catch(() => null);
  if (!image) throw new Refusal(`${place} cannot be read as a picture.`);
  const hash = await media.keep(bytes, mime);
  return { id: newId(), name: path.basename(place), type: 'image', hash, mime, bytes: bytes.length, width: image.width, height: image.height, ...more };
}
