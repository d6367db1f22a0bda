import type { Face } from '../../core/lettering';
import { faceOf } from '../font';
import { openRecord, recordsName, type FontRecord } from '../font-record';
import { faceKey, type FaceName } from '../wanted-faces';

/** Addresses of the records of shipped fonts, as the build names them. */
const RECORDS = import.meta.glob<string>('/dist/font-records/*.json', { query: '?url', import: 'default', eager: true });

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

/** Rejects where its records cannot be had: a page that is older than the server asks for what is gone. */
async function fetchFace(name: FaceName): Promise<Face> {
  const address = RECORDS[`/dist/font-records/${recordsName(name)}`];
  const response = address === undefined ? null : await fetch(address);
  if (!response?.ok) throw new Error(`The font ${faceKey(name)} cannot be had.`);
  const records = (await response.json()) as readonly FontRecord[];
  return faceOf(records.map((record) => () => openRecord(record)));
}
