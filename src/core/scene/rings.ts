import { inOrder, type Composition, type Project } from '../model';
import { compositionOf } from './source';

const NONE: ReadonlySet<string> = new Set();
const found = new WeakMap<Project['compositions'], ReadonlyMap<string, ReadonlySet<string>>>();

/**
 * The compositions that show one another in a ring with this one, itself included; none where it is in no ring. What such
 * a composition shows depends on which of them it is shown by: where the ring closes, nothing shows.
 */
export function ringOf(project: Project, id: string): ReadonlySet<string> {
  let rings = found.get(project.compositions);
  if (!rings) found.set(project.compositions, (rings = findRings(project)));
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

/** Strongly connected parts of the graph of nests. Tarjan 1972, "Depth-first search and linear graph algorithms", without recursion. */
function findRings(project: Project): ReadonlyMap<string, ReadonlySet<string>> {
  const rings = new Map<string, ReadonlySet<string>>();
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const path: string[] = [];
  const onPath = new Set<string>();
  for (const root of project.compositions.order) {
    if (index.has(root)) continue;
    const walk: { readonly id: string; readonly next: readonly string[]; at: number }[] = [];
    const enter = (id: string) => {
      index.set(id, index.size);
      low.set(id, index.get(id)!);
      path.push(id);
      onPath.add(id);
      walk.push({ id, next: sourcesOf(compositionOf(project, id)!), at: 0 });
    };
    enter(root);
    for (let step = walk.at(-1); step; step = walk.at(-1)) {
      const source = step.next[step.at++];
      if (source !== undefined) {
        if (!compositionOf(project, source)) continue;
        if (!index.has(source)) enter(source);
        else if (onPath.has(source)) low.set(step.id, Math.min(low.get(step.id)!, index.get(source)!));
        continue;
      }
      walk.pop();
      const outer = walk.at(-1);
      if (outer) low.set(outer.id, Math.min(low.get(outer.id)!, low.get(step.id)!));
      if (low.get(step.id) !== index.get(step.id)) continue;
      const members = path.splice(path.indexOf(step.id));
      for (const id of members) onPath.delete(id);
      if (members.length === 1 && !step.next.includes(step.id)) continue;
      const ring = new Set(members);
      for (const id of members) rings.set(id, ring);
    }
  }
  return rings;
}
