import { inTime, type Channel, type ChannelSpec } from '../model';
import { channelSampler } from '../scene';
import type { Frames } from '../time';
import { heldLeg, legAt, legsBetweenKeys, type Leg } from './leg';

/** More legs than this are not written out. */
export const MOST_LEGS = 200_000;

/**
 * What a channel shows from one time of its own to another as legs, without a hole: what it does before its first and after its last
 * key is written out, play by play. Null where that would be more than anyone could work with.
 */
export function motionOver(channel: Channel, spec: ChannelSpec, from: Frames, to: Frames): readonly Leg[] | null {
  const keys = inTime(channel.keys);
  const [first, last] = [keys[0], keys[keys.length - 1]];
  if (!first || !last) return [heldLeg(from, to, channel.value)];
  const inner = legsBetweenKeys(channel, spec.type);
  const sample = channelSampler(channel, spec.type);
  const rise = riseOf(first.value, last.value);
  const [t0, t1] = [first.at, last.at];
  const early: Leg[] = [];
  const late: Leg[] = [];
  if (from < t0) {
    const rule = ruleOf(channel.before, t0, t1, spec);
    if (rule === 'hold') early.push(heldLeg(from, t0, first.value));
    else if (rule === 'glide') early.push(straightLeg(from, t0, sample(from), first.value));
    else {
      const plays = Math.ceil((t0 - from) / (t1 - t0) - 1e-9);
      if (plays * inner.length > MOST_LEGS) return null;
      for (let n = -plays; n < 0; n++) early.push(...play(inner, rule, n, t0, t1, rise));
    }
  }
  if (to > t1) {
    const rule = ruleOf(channel.after, t0, t1, spec);
    if (rule === 'hold') late.push(heldLeg(t1, to, last.value));
    else if (rule === 'glide') late.push(straightLeg(t1, to, last.value, sample(to)));
    else {
      const room = Math.ceil((to - t1) / (t1 - t0) - 1e-9);
      const plays = Math.min(room, channel.repeats === null ? Infinity : channel.repeats - 1);
      if (plays * inner.length > MOST_LEGS) return null;
      for (let n = 1; n <= plays; n++) late.push(...play(inner, rule, n, t0, t1, rise));
      const end = t1 + plays * (t1 - t0);
      if (end < to) late.push(heldLeg(end, to, sample(end)));
    }
  }
  return [...early, ...inner, ...late];
}

function straightLeg(from: Frames, to: Frames, start: unknown, end: unknown): Leg {
  return { from, to, start, end, held: false };
}

/** With one key every rule is to hold; what cannot be mixed has no slope to go on at. */
function ruleOf(rule: Channel['after'], t0: Frames, t1: Frames, { type }: ChannelSpec): Channel['after'] {
  if (t1 <= t0) return 'hold';
  return rule === 'glide' && (type === 'T' || type === 'B' || type === 'E') ? 'hold' : rule;
}

/** The n-th play of the keyed part, counted from the keyed one. */
function play(inner: readonly Leg[], rule: Channel['after'], n: number, t0: Frames, t1: Frames, rise: Rise): readonly Leg[] {
  const by = n * (t1 - t0);
  if (rule === 'swing' && Math.abs(n) % 2 === 1) return [...inner].reverse().map((leg) => legAt(leg, -1, t0 + t1 + by));
  const there = inner.map((leg) => legAt(leg, 1, by));
  return rule === 'climb' ? there.map((leg) => ({ ...leg, start: plus(leg.start, rise, n), end: plus(leg.end, rise, n) })) : there;
}

type Outline = { readonly closed: boolean; readonly points: readonly (readonly number[])[] };
type Rise = number | readonly number[] | null;

/** What the last key shows beyond the first; null where there is nothing to add up. */
function riseOf(first: unknown, last: unknown): Rise {
  if (typeof first === 'number' && typeof last === 'number') return last - first;
  const [a, b] = [numbersOf(first), numbersOf(last)];
  return a && b && a.length === b.length ? a.map((one, i) => b[i]! - one) : null;
}

function numbersOf(value: unknown): readonly number[] | null {
  if (Array.isArray(value)) return value as readonly number[];
  return isOutline(value) ? value.points.flat() : null;
}

function isOutline(value: unknown): value is Outline {
  return value !== null && typeof value === 'object' && 'points' in value;
}

function plus(value: unknown, rise: Rise, n: number): unknown {
  if (rise === null) return value;
  if (typeof rise === 'number') return (value as number) + n * rise;
  const own = numbersOf(value);
  if (!own || own.length !== rise.length) return value;
  const row = own.map((one, i) => one + n * rise[i]!);
  return isOutline(value) ? { closed: value.closed, points: value.points.map((_, i) => row.slice(i * 6, i * 6 + 6)) } : row;
}
