import type { Frames } from '../time';
import { prepareInverse } from './curve';
import { prepareFinder } from './find-key';
import { prepareCurve } from './curves';
import { endSlope, runsRound, segmentControls } from './handles';
import { endOf, type ScalarKey } from './key';
import { placeOutside, type Rules } from './outside';

/** A scalar channel as it is sampled: keys in order of time, all at different times. */
export type ScalarCurve = Rules & { readonly value: number; readonly keys: readonly ScalarKey[] };

type Sampler = (x: Frames) => number;

/**
 * Prepares a scalar channel: one closure over typed arrays that answers its value at any time, keys, handles and the
 * rules outside the keys included (timing.md, section 3).
 */
export function prepareScalar(curve: ScalarCurve): Sampler {
  const { keys } = curve;
  return keys.length === 0 ? () => curve.value : prepareKeyed(curve, runsRound(keys, curve));
}

/** What is packed for a segment: where it begins, how long it is, its value's cubic in the parameter, and its way. */
const STRIDE = 7;
const [AT, LENGTH, A, B, C, START, WAY] = [0, 1, 2, 3, 4, 5, 6] as const;
const HELD = 0;
const EVEN = 1;
const BENT = 2;
const CURVED = 3;

/**
 * Everything that an ordinary sample reads lies together in one stretch of numbers: a thousand channels sampled in turn
 * are a matter of memory, not of sums.
 */
function prepareKeyed(curve: ScalarCurve, round: boolean): Sampler {
  const { keys } = curve;
  const count = keys.length - 1;
  const [pack, base] = roomFor(count * STRIDE + 1);
  const bends: (((u: number) => number) | undefined)[] = [];
  // A long channel is mostly looked at in part: its segments are worked out when they are first met.
  const late = count > EAGER ? new Uint8Array(count) : null;
  if (!late) for (let i = 0; i < count; i++) packSegment(keys, i, round, pack, base + i * STRIDE, bends);
  // The first time and the last stand where those of the segments between do.
  pack[base] = keys[0]!.at;
  const end = base + count * STRIDE;
  pack[end] = keys[count]!.at;
  const find = count > 7 ? prepareFinder(timesOf(keys)) : null;
  const outside = prepareOutside(curve, round, within);
  function within(x: Frames): number {
    if (!(x >= pack[base]! && x < pack[end]!)) return outside(x);
    let o = base;
    if (find) o += Math.max(0, find(x)) * STRIDE;
    else while (o + STRIDE < end && pack[o + STRIDE]! <= x) o += STRIDE;
    const i = (o - base) / STRIDE;
    if (late && late[i] === 0) {
      packSegment(keys, i, round, pack, o, bends);
      late[i] = 1;
    }
    const way = pack[o + WAY];
    if (way === HELD) return pack[o + START]!;
    const u = (x - pack[o + AT]!) / pack[o + LENGTH]!;
    if (u <= 0) return pack[o + START]!;
    if (way === CURVED) return pack[o + START]! + pack[o + C]! * bends[i]!(u);
    const s = way === EVEN ? u : bends[i]!(u);
    return ((pack[o + A]! * s + pack[o + B]!) * s + pack[o + C]!) * s + pack[o + START]!;
  }
  return within;
}

/** Before the first key and from the last one on: held, or the rules of the channel. */
function prepareOutside(curve: ScalarCurve, round: boolean, within: Sampler): Sampler {
  const { keys } = curve;
  const [first, last] = [keys[0]!, keys[keys.length - 1]!];
  const rise = last.value - first.value;
  // Slopes at the ends are asked for by `glide` alone, and cost a search.
  let slopes: readonly [number, number] | null = null;
  return (x) => {
    const place = placeOutside(x, first.at, last.at, curve);
    switch (place.kind) {
      case 'within': return (place.at >= last.at ? last.value : place.at > first.at ? within(place.at) : first.value) + place.climbs * rise;
      case 'end': return (place.last ? last.value : first.value) + place.climbs * rise;
      case 'glide':
        slopes ??= [endSlope(keys, false, round), endSlope(keys, true, round)];
        return place.last ? last.value + slopes[1] * place.by : first.value + slopes[0] * place.by;
    }
  };
}

/** Numbers of small channels lie side by side in pieces of so many: what is prepared in turn is mostly sampled in turn. */
const PIECE = 1024;
let piece = new Float64Array(0);
let taken = 0;

/** Room for numbers, and where it begins. */
function roomFor(length: number): readonly [Float64Array, number] {
  if (length > PIECE / 4) return [new Float64Array(length), 0];
  if (taken + length > piece.length) [piece, taken] = [new Float64Array(PIECE), 0];
  taken += length;
  return [piece, taken - length];
}

/** Channels of more segments than this are not worked out whole at once. */
const EAGER = 200;

function timesOf(keys: readonly ScalarKey[]): Float64Array {
  const times = new Float64Array(keys.length);
  for (let i = 0; i < keys.length; i++) times[i] = keys[i]!.at;
  return times;
}

function packSegment(keys: readonly ScalarKey[], i: number, round: boolean, pack: Float64Array, o: number, bends: (((u: number) => number) | undefined)[]): void {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const controls = segmentControls(keys, i, round);
  const length = to.at - from.at;
  pack[o + AT] = from.at;
  pack[o + LENGTH] = length;
  pack[o + START] = from.value;
  if (from.curve) {
    pack[o + WAY] = CURVED;
    pack[o + C] = endOf(to) - from.value;
    bends[i] = prepareCurve(from.curve).at;
    return;
  }
  if (!controls) {
    pack[o + WAY] = HELD;
    return;
  }
  const [x1, x2] = [controls.right[0] / length, 1 + controls.left[0] / length];
  const rise = endOf(to) - from.value;
  const c = 3 * controls.right[1];
  const b = 3 * (rise + controls.left[1] - controls.right[1]) - c;
  const a = rise - c - b;
  const straight = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
  pack[o + A] = straight ? 0 : a;
  pack[o + B] = straight ? 0 : b;
  pack[o + C] = straight ? rise : c;
  // Handles a third of the way: time is the parameter.
  const even = Math.abs(3 * x1 - 1) < 1e-14 && Math.abs(3 * x2 - 2) < 1e-14;
  pack[o + WAY] = even ? EVEN : BENT;
  if (!even) bends[i] = lazily(() => prepareInverse(x1, x2));
}

/** Made at the first question: a long channel is mostly looked at in part. */
function lazily(make: () => (u: number) => number): (u: number) => number {
  let made: ((u: number) => number) | null = null;
  return (u) => (made ??= make())(u);
}
