import { inOrder, rigidSpans, type Composition, type Project } from '../model';
import { momentsIn } from '../timing';
import { intern, lookOfAsset, lookOfComposition } from './looks';
import { formulaGrounds } from './driven/formula-grounds';
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
  return groundsOf(composition).flatMap(({ source, markers, rigid }) => {
    const shown = compositionOf(project, source);
    if (!shown) return [];
    return [...markers.map((id) => `${shown.markers[id]?.at}+${shown.markers[id]?.length}`), ...(rigid ? [JSON.stringify(rigidSpans(shown))] : [])];
  }).join(' ');
}

type Ground = { readonly source: string; readonly markers: readonly string[]; readonly rigid: boolean };
const grounds = new WeakMap<Composition['layers'], readonly Ground[]>();

/** The nests whose timing reads of its source; most compositions have none, and are asked at every edit. */
function groundsOf({ layers }: Composition): readonly Ground[] {
  let known = grounds.get(layers);
  if (!known) grounds.set(layers, (known = inOrder(layers).flatMap((layer): readonly Ground[] => {
    if (layer.kind !== 'nest' || layer.timing.order.length === 0) return [];
    const on = inOrder(layer.timing).filter((node) => !node.off);
    const markers = on.flatMap((node) => momentsIn(node).map(({ marker }) => marker));
    const rigid = on.some((node) => node.op === 'elastic');
    return markers.length > 0 || rigid ? [{ source: layer.source, markers, rigid }] : [];
  })));
  return known;
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
    return [lookOfComposition(one), timingGrounds(project, one), formulaGrounds(project, one), ...sourcesOf(one).filter((source) => !ring.has(source)).map((source) => {
      const asset = assetOf(project, source);
      return asset ? lookOfAsset(asset) : identify(project, source, known);
    })];
  }).join(',');
  const number = intern(parts);
  known.set(id, number);
  return number;
}
