import type { Project } from '../model';
import { ringOf, sourcesOf } from './rings';
import { assetOf, compositionOf } from './source';

/**
 * A number that is the same as long as a composition and everything that it is made of is the same, and another one
 * after any edit in it, however deep. Pictures and values of nests are remembered by it.
 */
export function deepIdentity(project: Project, id: string): number {
  let known = numbers.get(project);
  if (!known) numbers.set(project, (known = new Map()));
  return identify(project, id, known);
}

const numbers = new WeakMap<Project, Map<string, number>>();
const objects = new WeakMap<object, number>();
const interned = new Map<string, number>();
/** Old entries name pictures that are gone; losing them only costs a repaint. */
const MOST = 20_000;
let next = 1;

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
    return [numberOf(one), ...sourcesOf(one).filter((source) => !ring.has(source)).map((source) => {
      const asset = assetOf(project, source);
      return asset ? numberOf(asset) : identify(project, source, known);
    })];
  }).join(',');
  let number = interned.get(parts);
  if (number === undefined) {
    if (interned.size >= MOST) interned.clear();
    interned.set(parts, (number = next++));
  }
  known.set(id, number);
  return number;
}

function numberOf(thing: object): number {
  let number = objects.get(thing);
  if (number === undefined) objects.set(thing, (number = next++));
  return number;
}
