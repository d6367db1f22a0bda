import { inOrder, rigidSpans, type Composition, type Project } from '../model';
import { momentsIn } from '../timing';
import { intern, lookOfAsset, lookOfComposition } from './looks';
import { ringOf, sourcesOf } from './rings';
import { assetOf, compositionOf } from './source';

/**
 * A number that is the same as long as a composition and everything that it is made of looks the same, and another one
 * after any edit in it that can be seen, however deep. Pictures and values of nests are remembered by it.
 */
export function deepIdentity(project: Project, id: string): number {
  let known = numbers.get(project);
  if (!known) numbers.set(project, (known = new Map()));
  return identify(project, id, known);
}

/** What timings of nests read of their sources beside the pictures: rigid spans, and the markers that times follow. */
function timingGrounds(project: Project, composition: Composition): string {
  return inOrder(composition.layers).flatMap((layer) => {
    if (layer.kind !== 'nest' || layer.timing.order.length === 0) return [];
    const source = compositionOf(project, layer.source);
    if (!source) return [];
    return inOrder(layer.timing).flatMap((node) => {
      if (node.off) return [];
      const followed = momentsIn(node).map(({ marker }) => `${source.markers[marker]?.at}+${source.markers[marker]?.length}`);
      return [...followed, ...(node.op === 'elastic' ? [JSON.stringify(rigidSpans(source))] : [])];
    });
  }).join(' ');
}

const numbers = new WeakMap<Project, Map<string, number>>();

function identify(project: Project, id: string, known: Map<string, number>): number {
  const found = known.get(id);
  if (found !== undefined) return found;
  const composition = compositionOf(project, id);
  if (!composition) return 0;
  const ring = ringOf(project, id);
  // Compositions in a ring are made of each other: each is all of them, seen from itself.
  const members = ring.size === 0 ? [id] : [id, ...[...ring].filter((one) => one !== id).sort()];
  const parts = members.flatMap((member) => {
    const one = compositionOf(project, member)!;
    return [lookOfComposition(one), timingGrounds(project, one), ...sourcesOf(one).filter((source) => !ring.has(source)).map((source) => {
      const asset = assetOf(project, source);
      return asset ? lookOfAsset(asset) : identify(project, source, known);
    })];
  }).join(',');
  const number = intern(parts);
  known.set(id, number);
  return number;
}
