import { inOrder, type Composition } from '../../../core/model';
import { hull } from '../../../core/time';

/** A moment at which bars of some layers end and those of others begin. */
export type SharedEdge = { readonly at: number; readonly ends: readonly string[]; readonly begins: readonly string[] };

const known = new WeakMap<Composition, ReadonlyMap<number, SharedEdge>>();

/** The edges that layers share: where one ends, another begins. Locked layers share none. */
export function sharedEdges(composition: Composition): ReadonlyMap<number, SharedEdge> {
  let edges = known.get(composition);
  if (edges) return edges;
  const [ends, begins] = [new Map<number, string[]>(), new Map<number, string[]>()];
  const put = (map: Map<number, string[]>, at: number, id: string) => { const list = map.get(at); if (list) list.push(id); else map.set(at, [id]); };
  for (const layer of inOrder(composition.layers)) {
    const outer = hull(layer.spans);
    if (!outer || layer.locked) continue;
    put(begins, outer[0], layer.id);
    put(ends, outer[1], layer.id);
  }
  known.set(composition, (edges = new Map([...ends].flatMap(([at, ending]) => { const beginning = begins.get(at); return beginning ? [[at, { at, ends: ending, begins: beginning }] as const] : []; }))));
  return edges;
}

/** Frames by which a shared edge may be rolled: each bar keeps one. */
export function edgeRoom({ layers }: Composition, { at, ends, begins }: SharedEdge): readonly [min: number, max: number] {
  return [Math.max(...ends.map((id) => layers.by[id]!.spans.at(-1)![0] + 1 - at)), Math.min(...begins.map((id) => layers.by[id]!.spans[0]![1] - 1 - at))];
}
