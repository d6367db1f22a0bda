import { SUBSETS, type Face } from '../../core/lettering';
import { readFace } from '../read-face';
import { faceKey, type FaceName } from '../wanted-faces';

/** Addresses of the shipped font files, as the build names them. */
const FILES = import.meta.glob<string>(
  [
    '/node_modules/@fontsource/figtree/files/figtree-{latin,latin-ext}-{400,500,600,700,800}-normal.woff',
    '/node_modules/@fontsource/bricolage-grotesque/files/bricolage-grotesque-{latin,latin-ext}-{400,600,700,800}-normal.woff',
    '/node_modules/@fontsource/spline-sans-mono/files/spline-sans-mono-{latin,latin-ext}-{400,500,600}-normal.woff',
  ],
  { query: '?url', import: 'default', eager: true },
);

const loaded = new Map<string, Promise<Face>>();

/** Loads shipped faces, each once. */
export async function loadBrowserFaces(names: readonly FaceName[]): Promise<ReadonlyMap<string, Face>> {
  const faces = await Promise.all(names.map(async (name) => [faceKey(name), await load(name)] as const));
  return new Map(faces);
}

function load(name: FaceName): Promise<Face> {
  const key = faceKey(name);
  let face = loaded.get(key);
  if (!face) {
    face = fetchFace(name);
    loaded.set(key, face);
    face.catch(() => loaded.delete(key));
  }
  return face;
}

async function fetchFace({ pack, weight }: FaceName): Promise<Face> {
  const addresses = SUBSETS.map((subset) => FILES[`/node_modules/@fontsource/${pack}/files/${pack}-${subset}-${weight}-normal.woff`]).filter((one) => one !== undefined);
  const files = await Promise.all(addresses.map(async (address) => (await fetch(address)).arrayBuffer()));
  return readFace(files);
}
