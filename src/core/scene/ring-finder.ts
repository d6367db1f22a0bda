/**
 * The things that lead to one another in a ring, each with all members of its ring; things in no ring are left out. Strongly
 * connected parts: Tarjan 1972, "Depth-first search and linear graph algorithms", without recursion.
 */
export function findRings<T>(things: readonly T[], next: (thing: T) => readonly T[]): ReadonlyMap<T, ReadonlySet<T>> {
  const rings = new Map<T, ReadonlySet<T>>();
  const index = new Map<T, number>();
  const low = new Map<T, number>();
  const path: T[] = [];
  const onPath = new Set<T>();
  for (const root of things) {
    if (index.has(root)) continue;
    const walk: { readonly thing: T; readonly next: readonly T[]; at: number }[] = [];
    const enter = (thing: T) => {
      index.set(thing, index.size);
      low.set(thing, index.get(thing)!);
      path.push(thing);
      onPath.add(thing);
      walk.push({ thing, next: next(thing), at: 0 });
    };
    enter(root);
    for (let step = walk.at(-1); step; step = walk.at(-1)) {
      if (step.at < step.next.length) {
        const to = step.next[step.at++]!;
        if (!index.has(to)) enter(to);
        else if (onPath.has(to)) low.set(step.thing, Math.min(low.get(step.thing)!, index.get(to)!));
        continue;
      }
      walk.pop();
      const outer = walk.at(-1);
      if (outer) low.set(outer.thing, Math.min(low.get(outer.thing)!, low.get(step.thing)!));
      if (low.get(step.thing) !== index.get(step.thing)) continue;
      const members = path.splice(path.indexOf(step.thing));
      for (const member of members) onPath.delete(member);
      if (members.length === 1 && !step.next.includes(step.thing)) continue;
      const ring = new Set(members);
      for (const member of members) rings.set(member, ring);
    }
  }
  return rings;
}
