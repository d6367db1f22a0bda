import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { SUBSETS, type Face } from '../../core/lettering';
import { readFace } from '../read-face';
import { faceKey, type FaceName } from '../wanted-faces';

/** Loads shipped faces from their packages. `from` is a file inside the project, to find node_modules by. */
export async function loadNodeFaces(names: readonly FaceName[], from: string): Promise<ReadonlyMap<string, Face>> {
  const find = createRequire(from);
  const faces = await Promise.all(names.map(async (name) => [faceKey(name), await loadFace(name, find)] as const));
  return new Map(faces);
}

async function loadFace({ pack, weight }: FaceName, find: NodeJS.Require): Promise<Face> {
  const folder = path.join(path.dirname(find.resolve(`@fontsource/${pack}/package.json`)), 'files');
  const files = await Promise.all(
    SUBSETS.map((subset) => readFile(path.join(folder, `${pack}-${subset}-${weight}-normal.woff`)).catch(() => null)),
  );
  const found = files.filter((file) => file !== null);
  return readFace(found.map((file) => file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer));
}
