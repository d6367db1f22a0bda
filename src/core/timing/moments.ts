import type { Frames } from '../time';
import { isMoment, type Moment } from './field';

/** The same value with a number for each moment in it, however deep; the same object where there is none. */
export function withoutMoments<T>(value: T, at: (moment: Moment) => Frames): T {
  if (value === null || typeof value !== 'object') return value;
  if (isMoment(value)) return at(value) as T;
  if (Array.isArray(value)) {
    const next = value.map((one: unknown) => withoutMoments(one, at));
    return (next.some((one, i) => one !== value[i]) ? next : value) as T;
  }
  let changed = false;
  const next = Object.fromEntries(Object.entries(value).map(([name, one]: [string, unknown]) => {
    const known = withoutMoments(one, at);
    changed ||= known !== one;
    return [name, known];
  }));
  return (changed ? next : value) as T;
}

/** The moments in a value, in reading order. */
export function momentsIn(value: unknown): readonly Moment[] {
  if (value === null || typeof value !== 'object') return [];
  return isMoment(value) ? [value] : Object.values(value).flatMap(momentsIn);
}
