import { inOrder, type Composition, type Project } from '../model';
import { findRings } from './ring-finder';
import { compositionOf } from './source';

const NONE: ReadonlySet<string> = new Set();
const found = new WeakMap<Project['compositions'], ReadonlyMap<string, ReadonlySet<string>>>();

/**
 * The compositions that show one another in a ring with this one, itself included; none where it is in no ring. What such
 * a composition shows depends on which of them it is shown by: where the ring closes, nothing shows.
 */
export function ringOf(project: Project, id: string): ReadonlySet<string> {
  let rings = found.get(project.compositions);
  if (!rings) found.set(project.compositions, (rings = findRings(project.compositions.order, (one) => sourcesOf(compositionOf(project, one)!).filter((source) => compositionOf(project, source)))));
  return rings.get(id) ?? NONE;
}

/** What is to be added to a name by which something of a composition is remembered: the members of its ring that show it. */
export function ringSuffix(project: Project, id: string, above: ReadonlySet<string>): string {
  const ring = ringOf(project, id);
  return ring.size === 0 ? '' : ` in ${[...above].filter((one) => ring.has(one)).sort().join(' ')}`;
}

const shown = new WeakMap<Composition, readonly string[]>();

/** Sources of a composition's layers, each once. */
export function sourcesOf(composition: Composition): readonly string[] {
  let list = shown.get(composition);
  if (!list) shown.set(composition, (list = [...new Set(inOrder(composition.layers).flatMap((layer) => ('source' in layer ? [layer.source] : [])))]));
  return list;
}
