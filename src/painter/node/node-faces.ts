import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { SUBSETS, type Face } from '../../core/lettering';
import { faceOf } from '../font';
import { faceKey, type FaceName } from '../wanted-faces';
import { openFontFile } from './font-file';

/** Loads shipped faces from their packages. `from` is a file inside the project, to find node_modules by. */
export async function loadNodeFaces(names: readonly FaceName[], from: string): Promise<ReadonlyMap<string, Face>> {
  const faces = await Promise.all(names.map(async (name) => [faceKey(name), await loadFace(name, from)] as const));
  return new Map(faces);
}

async function loadFace(name: FaceName, from: string): Promise<Face> {
  const files = await Promise.all(SUBSETS.map((subset) => fontFile(name, subset, from)));
  return faceOf(files.filter((file) => file !== null).map((file) => () => openFontFile(file)));
}

/** A font's file as its package has it; null where it has none. */
export function fontFile({ pack, weight }: FaceName, subset: string, from: string): Promise<Uint8Array | null> {
  const folder = path.join(path.dirname(createRequire(from).resolve(`@fontsource/${pack}/package.json`)), 'files');
  return readFile(path.join(folder, `${pack}-${subset}-${weight}-normal.woff`)).catch(() => null);
}
