import { inOrder, type Composition, type Project } from '../model';
import { assetOf, compositionOf } from './source';

/**
 * A number that is the same as long as a composition and everything that it is made of is the same, and another one
 * after any edit in it, however deep. Pictures and values of nests are remembered by it.
 */
export function deepIdentity(project: Project, id: string): number {
  let known = numbers.get(project);
  if (!known) numbers.set(project, (known = new Map()));
  return identify(project, id, known, new Set());
}

const numbers = new WeakMap<Project, Map<string, number>>();
const objects = new WeakMap<object, number>();
const interned = new Map<string, number>();
/** Old entries name pictures that are gone; losing them only costs a repaint. */
const MOST = 20_000;
let next = 1;

function identify(project: Project, id: string, known: Map<string, number>, above: Set<string>): number {
  const found = known.get(id);
  if (found !== undefined) return found;
  const composition = compositionOf(project, id);
  // A ring has no deep identity of its own; nothing shows there, so any number will do.
  if (!composition || above.has(id)) return 0;
  above.add(id);
  const parts = [numberOf(composition), ...madeOf(composition).map((source) => {
    const asset = assetOf(project, source);
    return asset ? numberOf(asset) : identify(project, source, known, above);
  })].join(',');
  above.delete(id);
  let number = interned.get(parts);
  if (number === undefined) {
    if (interned.size >= MOST) interned.clear();
    interned.set(parts, (number = next++));
  }
  known.set(id, number);
  return number;
}

const sources = new WeakMap<Composition, readonly string[]>();

function madeOf(composition: Composition): readonly string[] {
  let list = sources.get(composition);
  if (!list) sources.set(composition, (list = [...new Set(inOrder(composition.layers).flatMap((layer) => ('source' in layer ? [layer.source] : [])))]));
  return list;
}

function numberOf(thing: object): number {
  let number = objects.get(thing);
  if (number === undefined) objects.set(thing, (number = next++));
  return number;
}
