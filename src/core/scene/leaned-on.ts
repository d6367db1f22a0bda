import { inOrder, member, type Composition, type Layer, type LayerOf } from '../model';
import { findRings } from './ring-finder';

type Wash = LayerOf<'wash'>;
type Leaning = { readonly clips: ReadonlyMap<string, Layer>; readonly washes: ReadonlyMap<string, readonly Wash[]> };
const remembered = new WeakMap<Composition['layers'], Leaning>();

/** The layer through whose form another is seen; null where it is seen whole, its target is gone, or what is leant on leads back to it in a ring. */
export function clipTargetOf(host: Composition, layer: Layer): Layer | null {
  return layer.clipTo === null ? null : (leaningOf(host).clips.get(layer.id) ?? null);
}

const NONE: readonly Wash[] = [];

/** The washes that change this layer alone, the lowest of them first; a wash itself is changed by none. */
export function washesOver(host: Composition, layer: Layer): readonly Wash[] {
  return leaningOf(host).washes.get(layer.id) ?? NONE;
}

function leaningOf(host: Composition): Leaning {
  let known = remembered.get(host.layers);
  if (!known) remembered.set(host.layers, (known = findLeaning(host)));
  return known;
}

function findLeaning(host: Composition): Leaning {
  const washes = new Map<string, Wash[]>();
  const layers = inOrder(host.layers);
  for (const layer of layers) {
    const target = layer.kind === 'wash' && layer.appliesTo !== null ? member(host.layers.by, layer.appliesTo) : null;
    if (!target || target.kind === 'wash') continue;
    const list = washes.get(target.id);
    if (list) list.unshift(layer as Wash);
    else washes.set(target.id, [layer as Wash]);
  }
  const targetOf = (layer: Layer) => (layer.clipTo === null ? null : (member(host.layers.by, layer.clipTo) ?? null));
  const clipped = layers.filter(targetOf);
  // A layer leans on its clip and on the washes over it. Each ring passes through a clip, and is cut there.
  const rings = clipped.length === 0 ? null : findRings<Layer>(layers, (layer) => [...[targetOf(layer) ?? []].flat(), ...(washes.get(layer.id) ?? NONE)]);
  const clips = new Map(clipped.map((layer) => [layer.id, targetOf(layer)!] as const).filter(([id, target]) => !rings!.get(target)?.has(host.layers.by[id]!)));
  return { clips, washes };
}
