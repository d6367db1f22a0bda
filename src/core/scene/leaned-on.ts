import { inOrder, member, type Composition, type Layer, type LayerOf } from '../model';
import { findRings } from './ring-finder';

type Wash = LayerOf<'wash'>;
type Leaning = { readonly clips: ReadonlyMap<string, Layer>; readonly washes: ReadonlyMap<string, readonly Wash[]>; readonly rings: readonly (readonly Layer[])[] };
const remembered = new WeakMap<Composition['layers'], Leaning>();

/** The layer through whose form another is seen; null where it is seen whole, its target is gone, or what is leant on leads back to it in a ring. */
export function clipTargetOf(host: Composition, layer: Layer): Layer | null {
  return layer.clipTo === null ? null : (leaningOf(host).clips.get(layer.id) ?? null);
}

/** Rings of layers that lean on each other, by clips and by the washes over them, each once: the member that is listed first, then what each leans on in turn. */
export function clipRings(host: Composition): readonly (readonly Layer[])[] {
  return leaningOf(host).rings;
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
  const leansOn = (layer: Layer): readonly Layer[] => [...[targetOf(layer) ?? []].flat(), ...(washes.get(layer.id) ?? NONE)];
  const rings = clipped.length === 0 ? null : findRings<Layer>(layers, leansOn);
  const clips = new Map(clipped.map((layer) => [layer.id, targetOf(layer)!] as const).filter(([id, target]) => !rings!.get(target)?.has(host.layers.by[id]!)));
  return { clips, washes, rings: rings ? ringsInTurn(layers, rings, leansOn) : [] };
}

/** Each ring as a walk round from its first member in the list; where several ways lead round, the one of clips. */
function ringsInTurn(layers: readonly Layer[], rings: ReadonlyMap<Layer, ReadonlySet<Layer>>, leansOn: (layer: Layer) => readonly Layer[]): readonly (readonly Layer[])[] {
  const told = new Set<ReadonlySet<Layer>>();
  return layers.flatMap((layer): readonly (readonly Layer[])[] => {
    const ring = rings.get(layer);
    if (!ring || told.has(ring)) return [];
    told.add(ring);
    const walk = new Set<Layer>();
    for (let at: Layer | undefined = layer; at && !walk.has(at); at = leansOn(at).find((next) => ring.has(next))) walk.add(at);
    return [[...walk]];
  });
}
