import type { Frames } from '../time';
import type { Outside } from './key';

export type Rules = {
  readonly before: Outside;
  readonly after: Outside;
  /** Whole plays in all, the keyed one included; null for endless. Bounds `after` alone. */
  readonly repeats: number | null;
  /** The first and last key are one key of a loop. */
  readonly closed?: boolean | undefined;
};

/** Where outside the keys a value is read: a time between them, plays climbed, or an end and how far past it. */
export type Place =
  | { readonly kind: 'within'; readonly at: Frames; readonly climbs: number }
  | { readonly kind: 'end'; readonly last: boolean; readonly climbs: number }
  | { readonly kind: 'glide'; readonly last: boolean; readonly by: Frames };

/**
 * The place that a time before `first` or from `last` on reads from. `first` and `last` are the times of the first and
 * last key; with one key every rule is `hold`.
 */
export function placeOutside(x: Frames, first: Frames, last: Frames, rules: Rules): Place {
  const past = x >= last;
  const rule = last > first ? (past ? rules.after : rules.before) : 'hold';
  if (rule === 'hold') return { kind: 'end', last: past, climbs: 0 };
  if (rule === 'glide') return { kind: 'glide', last: past, by: x - (past ? last : first) };
  const length = last - first;
  // A time a hair before the next play is in it.
  const n = Math.floor((x - first) / length + 1e-9);
  if (past && rules.repeats !== null && n >= rules.repeats) {
    if (rule === 'climb') return { kind: 'end', last: true, climbs: rules.repeats - 1 };
    if (rule === 'swing') return { kind: 'end', last: rules.repeats % 2 === 1, climbs: 0 };
    return { kind: 'end', last: true, climbs: 0 };
  }
  const u = Math.max(0, x - first - n * length);
  if (rule === 'swing') return { kind: 'within', at: Math.abs(n) % 2 === 1 ? last - u : first + u, climbs: 0 };
  return { kind: 'within', at: first + u, climbs: rule === 'climb' ? n : 0 };
}
