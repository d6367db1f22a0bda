import type { Frames } from '../time';
import { prepareInverse } from './curve';
import { prepareFinder } from './find-key';
import { prepareCurve } from './curves';
import { endSlope, runsRound, segmentControls } from './handles';
import { endOf, type ScalarKey } from './key';
import { roomFor } from './number-room';
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

/**
 * What is packed of a channel: the times of its keys, then for each segment its value's cubic in the parameter, lowest power
 * first, and its way.
 */
const STRIDE = 5;
const [START, C, B, A, WAY] = [0, 1, 2, 3, 4] as const;
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
  const [pack, first] = roomFor(count + 1 + count * STRIDE);
  const last = first + count;
  for (let i = 0; i <= count; i++) pack[first + i] = keys[i]!.at;
  const bends: (((u: number) => number) | undefined)[] = [];
  // A long channel is mostly looked at in part: its segments are worked out when they are first met.
  const late = count > EAGER ? new Uint8Array(count) : null;
  if (!late) for (let i = 0; i < count; i++) packSegment(keys, i, round, pack, last + 1 + i * STRIDE, bends);
  const find = count > 7 ? prepareFinder(pack.slice(first, last + 1)) : null;
  let recent = first;
  const outside = prepareOutside(curve, round, within);
  function within(x: Frames): number {
    if (!(x >= pack[first]! && x < pack[last]!)) return outside(x);
    let at = first;
    if (find) {
      // Frames are asked for one after another: mostly it is the segment of before.
      if (x >= pack[recent]! && x < pack[recent + 1]!) at = recent;
      else recent = at += Math.max(0, find(x));
    } else while (at + 1 < last && pack[at + 1]! <= x) at++;
    const i = at - first;
    const o = last + 1 + i * STRIDE;
    if (late && late[i] === 0) {
      packSegment(keys, i, round, pack, o, bends);
      late[i] = 1;
    }
    const way = pack[o + WAY];
    const from = pack[at]!;
    if (way === HELD || x <= from) return pack[o + START]!;
    const u = (x - from) / (pack[at + 1]! - from);
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

/** Channels of more segments than this are not worked out whole at once. */
const EAGER = 200;

function packSegment(keys: readonly ScalarKey[], i: number, round: boolean, pack: Float64Array, o: number, bends: (((u: number) => number) | undefined)[]): void {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const controls = segmentControls(keys, i, round);
  const length = to.at - from.at;
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
  const even = Math.abs(3 * x1 - 1) < 1e-12 && Math.abs(3 * x2 - 2) < 1e-12;
  pack[o + WAY] = even ? EVEN : BENT;
  if (!even) bends[i] = lazily(() => prepareInverse(x1, x2));
}

/** Made at the first question: a long channel is mostly looked at in part. */
function lazily(make: () => (u: number) => number): (u: number) => number {
  let made: ((u: number) => number) | null = null;
  return (u) => (made ??= make())(u);
}
