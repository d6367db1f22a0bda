import type { Item } from '../display';
import type { FaceLookup } from '../lettering';

/** What nests came to, by what their pictures depend on alone; what was kept first goes first. */
export type RememberedNests = { readonly get: (picture: string) => readonly Item[] | undefined; readonly keep: (picture: string, items: readonly Item[]) => void };

/** What all of them may take, by a rough count: groups and marks of about 300 bytes each, and their names. */
const MOST_BYTES = 96_000_000;
const EACH = 300;

/** Another set of faces may set the same text differently. */
const byFaces = new WeakMap<FaceLookup, RememberedNests>();

export function nestsOf(faces: FaceLookup): RememberedNests {
  let nests = byFaces.get(faces);
  if (!nests) byFaces.set(faces, (nests = remember()));
  return nests;
}

function remember(): RememberedNests {
  const kept = new Map<string, readonly Item[]>();
  const bytesOf = (picture: string, items: readonly Item[]) => EACH + picture.length * 2 + items.length * EACH;
  let bytes = 0;
  return {
    get: (picture) => kept.get(picture),
    keep(picture, items) {
      if (kept.has(picture)) return;
      kept.set(picture, items);
      bytes += bytesOf(picture, items);
      for (const [oldest, old] of kept) {
        if (bytes <= MOST_BYTES || oldest === picture) break;
        kept.delete(oldest);
        bytes -= bytesOf(oldest, old);
      }
    },
  };
}

const roots = new Map<string, ReadonlySet<string>>();
const inside = new WeakMap<ReadonlySet<string>, Map<string, ReadonlySet<string>>>();
/** Names of compositions that are gone are let go of now and then. */
const MOST_ROOTS = 2000;

/** The compositions by which another is shown, with itself: the same way in is the same set. */
export function nestsAbove(above: ReadonlySet<string> | null, id: string): ReadonlySet<string> {
  if (!above && roots.size > MOST_ROOTS) roots.clear();
  let known = above ? inside.get(above) : roots;
  if (!known) inside.set(above!, (known = new Map()));
  let set = known.get(id);
  if (!set) known.set(id, (set = new Set([...(above ?? []), id])));
  return set;
}
