import { drawnHandles, endOf, runsRound, type Ease, type Handle, type KeyCurve, type ScalarKey, type VectorKey } from '../keys';
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

/** The leg with times `at · scale + by`; where the scale is below nought it runs from its end to its start. */
export function legAt(leg: Leg, scale: number, by: Frames): Leg {
  const at = (t: Frames) => t * scale + by;
  const bent = (handle: Handle | undefined): Handle | undefined => handle && [handle[0] * scale + 0, handle[1]];
  if (scale > 0) return { ...leg, from: at(leg.from), to: at(leg.to), ...drop({ right: bent(leg.right), left: bent(leg.left) }) };
  const { right, left, curve, ease, pathRight, pathLeft, held } = leg;
  return {
    from: at(leg.to), to: at(leg.from), start: held ? leg.start : leg.end, end: leg.start, held,
    ...drop({ right: bent(left), left: bent(right), curve: curve && turned(curve), ease: ease && turnedEase(ease), pathRight: pathLeft, pathLeft: pathRight }),
  };
}

/** Without fields that have no value. */
function drop<T extends object>(fields: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as never;
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
function channelOf({ from, to, start, end, right, left, curve, ease, pathRight, pathLeft, held }: Leg): Channel {
  const keys = {
    a: { id: 'a', at: from, value: start, ...drop({ right: held ? 'hold' : right, curve, ease: held ? 'hold' : ease, pathRight }) },
    b: { id: 'b', at: to, value: end, ...drop({ left, pathLeft }) },
  };
  return { value: start, keys, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false };
}

const cuts = new WeakMap<Leg, Map<string, readonly Leg[] | null>>();

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
  if (!known) cuts.set(leg, (known = new Map()));
  const name = `${a} ${b}`;
  if (!known.has(name)) known.set(name, cut(leg, spec, a, b));
  return known.get(name)!;
}

function cut(leg: Leg, spec: ChannelSpec, from: Frames, to: Frames): readonly Leg[] | null {
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
