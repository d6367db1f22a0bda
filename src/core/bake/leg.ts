import { cutCubic, drawnHandles, endOf, isDrawable, parameterAt, partOf, runsRound, segmentControls, type Cubic, type Ease, type Handle, type KeyCurve, type ScalarKey, type VectorKey } from '../keys';
import { inTime, type Channel, type ChannelSpec, type ChannelType } from '../model';
import { channelSampler, keyAdded } from '../scene';
import { DUST, type Frames } from '../time';

/**
 * A motion over `[from, to)`: the value it leaves, the value it arrives on, and how it runs between, in the words of keys. A
 * leg knows nothing of its neighbours: it can be moved in time, stretched, turned round and cut by itself.
 */
export type Leg = {
  readonly from: Frames;
  readonly to: Frames;
  readonly start: unknown;
  readonly end: unknown;
  /** Shows `start` all the way. */
  readonly held: boolean;
  readonly right?: Handle;
  readonly left?: Handle;
  readonly curve?: KeyCurve;
  readonly ease?: Ease;
  readonly pathRight?: readonly [number, number];
  readonly pathLeft?: readonly [number, number];
};

type Key = Channel['keys'][string];

/** The legs between the keys of a channel, in order and without a hole; smooth handles as they are drawn. */
export function legsBetweenKeys(channel: Channel, type: ChannelType): readonly Leg[] {
  const keys = inTime(channel.keys);
  const round = type === 'N' && runsRound(keys as unknown as readonly ScalarKey[], channel);
  return keys.slice(0, -1).map((_, i) => legFrom(keys, i, type, round));
}

function legFrom(keys: readonly Key[], i: number, type: ChannelType, round: boolean): Leg {
  const [from, to] = [keys[i]!, keys[i + 1]!];
  const held = (): Leg => heldLeg(from.at, to.at, from.value);
  const curve = (from.curve as KeyCurve | null | undefined) ?? undefined;
  switch (type) {
    case 'T':
    case 'B':
    case 'E': return held();
    case 'N': {
      const all = keys as unknown as readonly ScalarKey[];
      if (from.right === 'hold' && !curve) return held();
      const end = endOf(all[i + 1]!);
      if (curve) return { from: from.at, to: to.at, start: from.value, end, held: false, curve };
      const { right } = drawnHandles(all, i, round);
      const { left } = drawnHandles(all, i + 1, round);
      return { from: from.at, to: to.at, start: from.value, end, held: false, ...(right === undefined || right === 'hold' || right === 'smooth' ? {} : { right }), ...(left === undefined || left === 'smooth' ? {} : { left }) };
    }
    default: {
      const end = to.arrives ?? to.value;
      if ((from.ease === 'hold' && !curve) || width(from.value) !== width(end)) return held();
      const { ease, pathRight } = from as unknown as VectorKey;
      const { pathLeft } = to as unknown as VectorKey;
      return { from: from.at, to: to.at, start: from.value, end, held: false, ...(curve ? { curve } : {}), ...(ease === undefined || ease === 'linear' ? {} : { ease }), ...(pathRight ? { pathRight } : {}), ...(pathLeft ? { pathLeft } : {}) };
    }
  }
}

/** How many numbers a value has: outlines of unlike counts do not mix. */
function width(value: unknown): number {
  return Array.isArray(value) ? value.length : ((value as { readonly points?: readonly unknown[] }).points?.length ?? 1);
}

export function heldLeg(from: Frames, to: Frames, value: unknown): Leg {
  return { from, to, start: value, end: value, held: true };
}

/** Whether a leg runs evenly from one value to the other. */
export function isEven({ held, right, left, curve, ease, pathRight, pathLeft }: Leg): boolean {
  return !held && !right && !left && !curve && ease === undefined && !pathRight && !pathLeft;
}

/** Whether a leg shows one value all the way. */
export function isFlat(leg: Leg): boolean {
  if (leg.held) return true;
  if (!same(leg.start, leg.end)) return false;
  if (leg.curve || leg.ease !== undefined) return !leg.pathRight && !leg.pathLeft;
  return [leg.right?.[1], leg.left?.[1], ...(leg.pathRight ?? []), ...(leg.pathLeft ?? [])].every((one) => one === undefined || one === 0);
}

/** A leg as it is put together: fields that have no value are not there. */
export type Making = { -readonly [K in keyof Leg]: Leg[K] };

/** The leg with times `at · scale + by`; where the scale is below nought it runs from its end to its start. */
export function legAt(leg: Leg, scale: number, by: Frames): Leg {
  const { right, left, curve, ease, pathRight, pathLeft, held } = leg;
  const [a, b] = [leg.from * scale + by, leg.to * scale + by];
  if (scale > 0) {
    const next: Making = { from: a, to: b, start: leg.start, end: leg.end, held };
    if (right) next.right = bent(right, scale);
    if (left) next.left = bent(left, scale);
    if (curve) next.curve = curve;
    if (ease !== undefined) next.ease = ease;
    if (pathRight) next.pathRight = pathRight;
    if (pathLeft) next.pathLeft = pathLeft;
    return next;
  }
  const next: Making = { from: b, to: a, start: held ? leg.start : leg.end, end: leg.start, held };
  if (left) next.right = bent(left, scale);
  if (right) next.left = bent(right, scale);
  if (curve) next.curve = turned(curve);
  if (ease !== undefined) next.ease = turnedEase(ease);
  if (pathLeft) next.pathRight = pathLeft;
  if (pathRight) next.pathLeft = pathRight;
  return next;
}

function bent([dt, dv]: Handle, scale: number): Handle {
  return [dt * scale + 0, dv];
}

/** The curve that runs as this one does backwards: in for out, and out for in. */
function turned(curve: KeyCurve): KeyCurve {
  const side = curve.side ?? 'in';
  return side === 'both' ? curve : { ...curve, side: side === 'in' ? 'out' : 'in' };
}

function turnedEase(ease: Ease): Ease {
  return typeof ease === 'string' ? ease : [1 - ease[2], 1 - ease[3], 1 - ease[0], 1 - ease[1]];
}

const samplers = new WeakMap<Leg, (x: Frames) => unknown>();

/** The value of a leg at a time of its own; at its end, and after it, what it arrives on. */
export function valueOn(leg: Leg, spec: ChannelSpec, at: Frames): unknown {
  if (leg.held) return leg.start;
  if (at <= leg.from) return leg.start;
  if (at >= leg.to) return leg.end;
  if (spec.type === 'N' && isEven(leg)) return (leg.start as number) + (((leg.end as number) - (leg.start as number)) * (at - leg.from)) / (leg.to - leg.from);
  let sample = samplers.get(leg);
  if (!sample) samplers.set(leg, (sample = channelSampler(channelOf(leg), spec.type)));
  return sample(at);
}

/** A channel of two keys that shows a leg. */
function channelOf(leg: Leg): Channel {
  const [a, b] = keysOf(leg);
  return { value: leg.start, keys: { a: a!, b: b! }, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false };
}

function keysOf({ from, to, start, end, right, left, curve, ease, pathRight, pathLeft, held }: Leg): readonly Key[] {
  return [{ id: 'a', at: from, value: start, right: held ? 'hold' : right, curve, ease: held ? 'hold' : ease, pathRight }, { id: 'b', at: to, value: end, left, pathLeft }];
}

type Cut = { readonly from: Frames; readonly to: Frames; readonly parts: readonly Leg[] | null };
const cuts = new WeakMap<Leg, Cut[]>();

/**
 * The leg from one of its times to another as one leg or, where one cannot run so, as several; null where keys cannot show a part
 * of it. Parts are remembered: a loop asks for the same ones at each play.
 */
export function partsOf(leg: Leg, spec: ChannelSpec, from: Frames, to: Frames): readonly Leg[] | null {
  const [a, b] = [from - leg.from <= DUST ? leg.from : from, leg.to - to <= DUST ? leg.to : to];
  if (a === leg.from && b === leg.to) return [leg];
  if (leg.held) return [{ ...leg, from: a, to: b }];
  if (spec.type === 'N' && isEven(leg)) return [{ ...leg, from: a, to: b, start: valueOn(leg, spec, a), end: valueOn(leg, spec, b) }];
  let known = cuts.get(leg);
  if (!known) cuts.set(leg, (known = []));
  let found = known.find((one) => one.from === a && one.to === b);
  if (!found) known.push((found = { from: a, to: b, parts: cut(leg, spec, a, b) }));
  return found.parts;
}

/** A cubic cut at a time inside it, into more parts where two keys could not draw one. */
function halves(cubic: Cubic, at: Frames): readonly Cubic[] {
  const s = parameterAt(cubic, at);
  const two = [partOf(cubic, 0, s), partOf(cubic, s, 1)];
  return two.every(isDrawable) ? two : cutCubic(cubic, at, () => []);
}

/** A leg of numbers that runs by its handles, as cubics. */
function cutNumbers(leg: Leg, from: Frames, to: Frames): readonly Leg[] | null {
  const { right, left } = segmentControls(keysOf(leg) as readonly ScalarKey[], 0)!;
  const [start, end] = [leg.start as number, leg.end as number];
  let cubics: readonly Cubic[] = [[[leg.from, start], [leg.from + right[0], start + right[1]], [leg.to + left[0], end + left[1]], [leg.to, end]]];
  for (const at of [from, to]) {
    if (at > leg.from && at < leg.to) cubics = cubics.flatMap((one) => (at > one[0][0] + DUST && at < one[3][0] - DUST ? halves(one, at) : [one]));
  }
  const inside = cubics.filter((one) => one[0][0] >= from - DUST && one[3][0] <= to + DUST);
  return inside.every(isDrawable) ? inside.map(([p, q, r, s]) => ({ from: p[0], to: s[0], start: p[1], end: s[1], held: false, right: [Math.max(0, q[0] - p[0]), q[1] - p[1]], left: [Math.min(0, r[0] - s[0]), r[1] - s[1]] })) : null;
}

function cut(leg: Leg, spec: ChannelSpec, from: Frames, to: Frames): readonly Leg[] | null {
  if (spec.type === 'N' && !leg.curve) return cutNumbers(leg, from, to);
  let channel = channelOf(leg);
  let n = 0;
  for (const at of [from, to]) {
    if (at <= leg.from || at >= leg.to) continue;
    const added = keyAdded(channel, spec, at, () => `c${++n}`);
    if (added.kind === 'cannot') return null;
    if (added.kind === 'added') channel = added.channel;
  }
  return legsBetweenKeys(channel, spec.type).filter((part) => part.from >= from - DUST && part.to <= to + DUST);
}

/** Values that are one but for the dust of dividing. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= 1e-9 * (1 + Math.abs(a));
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => same(one, b[i]));
  if (a === null || b === null || typeof a !== 'object' || typeof b !== 'object') return false;
  const [p, q] = [a as { closed?: boolean; points?: unknown }, b as { closed?: boolean; points?: unknown }];
  return p.closed === q.closed && same(p.points, q.points);
}
