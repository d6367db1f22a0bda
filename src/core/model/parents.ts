import { inOrder, member } from './lists';
import type { Composition, Layer } from './project';

const found = new WeakMap<Composition, { readonly rings: readonly (readonly string[])[]; readonly members: ReadonlySet<string> }>();

function parentsOf(composition: Composition): { readonly rings: readonly (readonly string[])[]; readonly members: ReadonlySet<string> } {
  let known = found.get(composition);
  if (!known) {
    const rings = findRings(composition);
    found.set(composition, (known = { rings, members: new Set(rings.flat()) }));
  }
  return known;
}

/** Rings of layers that follow each other, each once, beginning with the member that is listed first. */
export function parentRings(composition: Composition): readonly (readonly string[])[] {
  return parentsOf(composition).rings;
}

/** Whether a layer follows itself, over others or at once. */
export function followsItself(composition: Composition, id: string): boolean {
  return parentsOf(composition).members.has(id);
}

/**
 * The layer that another one follows. None where it follows nothing, where what it follows is not there, and in a ring: it
 * has no beginning, so each of its members stands for itself.
 */
export function parentOf(composition: Composition, layer: Layer): Layer | undefined {
  if (layer.parent === null) return undefined;
  const parent = member(composition.layers.by, layer.parent);
  return parent && !followsItself(composition, layer.id) ? parent : undefined;
}

/** Everybody has one parent at most, so that each way is walked once. */
function findRings(composition: Composition): readonly (readonly string[])[] {
  const done = new Set<string>();
  const rings: string[][] = [];
  for (const { id: start } of inOrder(composition.layers)) {
    const way: string[] = [];
    let id: string | null = start;
    while (id !== null && !done.has(id)) {
      done.add(id);
      way.push(id);
      id = member(composition.layers.by, id)?.parent ?? null;
    }
    const at = id === null ? -1 : way.indexOf(id);
    if (at >= 0) rings.push(way.slice(at));
  }
  return rings;
}
