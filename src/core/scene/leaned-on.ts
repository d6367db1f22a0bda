import { inOrder, member, type Composition, type Layer, type LayerOf } from '../model';

type Leaning = { readonly clips: ReadonlyMap<string, Layer>; readonly washes: ReadonlyMap<string, readonly LayerOf<'wash'>[]> };
const remembered = new WeakMap<Composition['layers'], Leaning>();

/** The layer through whose form another is seen; null where it is seen whole, its target is gone, or the clips lead back to it in a ring. */
export function clipTargetOf(host: Composition, layer: Layer): Layer | null {
  return layer.clipTo === null ? null : (leaningOf(host).clips.get(layer.id) ?? null);
}

const NONE: readonly LayerOf<'wash'>[] = [];

/** The washes that change this layer alone, the lowest of them first. */
export function washesOver(host: Composition, layer: Layer): readonly LayerOf<'wash'>[] {
  return leaningOf(host).washes.get(layer.id) ?? NONE;
}

function leaningOf(host: Composition): Leaning {
  let known = remembered.get(host.layers);
  if (!known) remembered.set(host.layers, (known = findLeaning(host)));
  return known;
}

function findLeaning(host: Composition): Leaning {
  const clips = new Map<string, Layer>();
  const washes = new Map<string, LayerOf<'wash'>[]>();
  const layers = inOrder(host.layers);
  const next = (layer: Layer) => (layer.clipTo === null ? undefined : member(host.layers.by, layer.clipTo));
  const rings = inRings(layers, next);
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i]!;
    const target = next(layer);
    if (target && !rings.has(layer)) clips.set(layer.id, target);
    if (layer.kind !== 'wash' || layer.appliesTo === null) continue;
    const list = washes.get(layer.appliesTo);
    if (list) list.push(layer);
    else washes.set(layer.appliesTo, [layer]);
  }
  return { clips, washes };
}

/** Those of things with one step each whose steps come back to them. */
function inRings<T>(things: readonly T[], next: (thing: T) => T | undefined): ReadonlySet<T> {
  const rings = new Set<T>();
  const passed = new Set<T>();
  for (const thing of things) {
    const way = new Set<T>();
    let at: T | undefined = thing;
    for (; at !== undefined && !passed.has(at); at = next(at)) {
      passed.add(at);
      way.add(at);
    }
    if (at === undefined || !way.has(at)) continue;
    for (let member: T | undefined = at; member !== undefined && !rings.has(member); member = next(member)) rings.add(member);
  }
  return rings;
}
