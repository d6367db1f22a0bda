import type { Issue } from './issue';
import { isOpaque, LISTS, type ListField } from './lists';
import { placeOf } from './place';

/**
 * The same file form with every list member bearing an id: missing ones are given in reading order (`k1`, `k2` …),
 * passing over those taken. Ids given twice in a list are added to `issues`.
 */
export function giveIds(value: unknown, raw: unknown, issues: Issue[], path: readonly (string | number)[] = []): unknown {
  if (isOpaque(path[path.length - 1])) return value;
  if (Array.isArray(value)) {
    const field = path[path.length - 1];
    if (typeof field !== 'string' || !Object.hasOwn(LISTS, field)) return value;
    const taken = new Set<string>();
    value.forEach((one: { id?: string }, i) => {
      if (one.id === undefined) return;
      if (taken.has(one.id)) issues.push({ kind: 'twice', place: placeOf(raw, [...path, i]), id: one.id });
      taken.add(one.id);
    });
    let next = 1;
    return value.map((one: { id?: string }, i) => {
      const inner = giveIds(one, raw, issues, [...path, i]) as object;
      if (one.id !== undefined) return inner;
      while (taken.has(`${LISTS[field as ListField].letter}${next}`)) next++;
      return { id: `${LISTS[field as ListField].letter}${next++}`, ...inner };
    });
  }
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, giveIds(inner, raw, issues, [...path, key])]));
}
