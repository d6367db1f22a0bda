import { nearestFace, type Face, type FaceLookup } from '../core/lettering';

/** Which shipped face a text wants. */
export type FaceName = { readonly pack: string; readonly weight: number };

/** The shipped faces behind a list of wishes, each once. */
export function shippedFaces(wishes: Iterable<{ readonly font: string; readonly weight: number }>): readonly FaceName[] {
  const names = new Map<string, FaceName>();
  for (const { font, weight } of wishes) {
    const name = nearestFace(font, weight);
    names.set(faceKey(name), name);
  }
  return [...names.values()];
}

export function faceKey({ pack, weight }: FaceName): string {
  return `${pack}-${weight}`;
}

/** A lookup over faces that were loaded beforehand. */
export function lookupFrom(faces: ReadonlyMap<string, Face>): FaceLookup {
  return (family, weight) => faces.get(faceKey(nearestFace(family, weight))) ?? null;
}
