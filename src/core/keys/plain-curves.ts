import type { Frames } from '../time';
import { segmentControls } from './handles';
import { endOf } from './key';
import { roomFor } from './number-room';
import type { ScalarCurve } from './scalar';

/**
 * Channels of few keys that hold outside them and whose time runs evenly between them: most of them are so, and they
 * need nothing but numbers. Several lie in one stretch; those whose keys stand at the same times, as a pose's mostly do,
 * lie together, so that a time is looked for once and what it asks for is side by side: how many keys, how many
 * channels; the times; for each segment the cubic of each channel, lowest power first; the last value of each.
 */
const MOST_KEYS = 8;
const CUBIC = 4;

/** Whether a channel can be written so. */
export function isPlain(curve: ScalarCurve): boolean {
  const { keys, before, after } = curve;
  if (keys.length === 0 || keys.length > MOST_KEYS || before !== 'hold' || after !== 'hold' || curve.closed) return false;
  return keys.every((key, i) => {
    if (i + 1 === keys.length) return true;
    const controls = segmentControls(keys, i);
    if (key.curve || !controls) return false;
    const length = keys[i + 1]!.at - key.at;
    // Handles a third of the way: time is the parameter.
    return Math.abs(3 * (controls.right[0] / length) - 1) < 1e-14 && Math.abs(3 * (1 + controls.left[0] / length) - 2) < 1e-14;
  });
}

/** How long a group of so many channels with so many keys is. */
function lengthOf(count: number, channels: number): number {
  return 2 + count + (count - 1) * channels * CUBIC + channels;
}

/** Writes plain channels into one stretch, after as many numbers as are given; `order` tells which of the curves lies where. */
export function packPlain(before: readonly number[], curves: readonly ScalarCurve[]): { readonly pack: Float64Array; readonly base: number; readonly order: readonly number[] } {
  const groups = new Map<string, number[]>();
  curves.forEach(({ keys }, i) => {
    const times = keys.map(({ at }) => at).join();
    const group = groups.get(times);
    if (group) group.push(i);
    else groups.set(times, [i]);
  });
  const order = [...groups.values()].flat();
  const [pack, base] = roomFor([...groups.values()].reduce((sum, group) => sum + lengthOf(curves[group[0]!]!.keys.length, group.length), before.length));
  pack.set(before, base);
  let at = base + before.length;
  for (const group of groups.values()) {
    const { keys } = curves[group[0]!]!;
    const count = keys.length;
    pack.set([count, group.length], at);
    keys.forEach((key, i) => (pack[at + 2 + i] = key.at));
    const cubics = at + 2 + count;
    for (const [k, index] of group.entries()) for (let i = 0; i + 1 < count; i++) pack.set(cubicOf(curves[index]!.keys, i), cubics + (i * group.length + k) * CUBIC);
    at += lengthOf(count, group.length);
    for (const [k, index] of group.entries()) pack[at - group.length + k] = curves[index]!.keys[count - 1]!.value;
  }
  return { pack, base, order };
}

/** A segment's value, lowest power first, time running from 0 to 1. */
function cubicOf(keys: ScalarCurve['keys'], i: number): readonly number[] {
  const key = keys[i]!;
  const controls = segmentControls(keys, i)!;
  const rise = endOf(keys[i + 1]!) - key.value;
  const c = 3 * controls.right[1];
  const b = 3 * (rise + controls.left[1] - controls.right[1]) - c;
  const a = rise - c - b;
  const straight = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
  return [key.value, straight ? rise : c, straight ? 0 : b, straight ? 0 : a];
}

/** Samples the channels of a stretch from `at` on into `out`, each at the place that `slots` gives; answers whether the time is between keys of any, so that they may be under way. */
export function samplePlain(pack: Float64Array, at: number, slots: readonly number[], x: Frames, out: Float64Array): boolean {
  let between = false;
  for (let k = 0; k < slots.length; ) {
    const count = pack[at]!;
    const channels = pack[at + 1]!;
    const times = at + 2;
    const cubics = times + count;
    const ends = cubics + (count - 1) * channels * CUBIC;
    let i = 0;
    while (i < count && pack[times + i]! <= x) i++;
    if (i === count || count === 1) for (let c = 0; c < channels; c++) out[slots[k + c]!] = pack[ends + c]!;
    else if (i === 0) for (let c = 0; c < channels; c++) out[slots[k + c]!] = pack[cubics + c * CUBIC]!;
    else {
      between = true;
      const from = pack[times + i - 1]!;
      const s = (x - from) / (pack[times + i]! - from);
      for (let c = 0, o = cubics + (i - 1) * channels * CUBIC; c < channels; c++, o += CUBIC) out[slots[k + c]!] = ((pack[o + 3]! * s + pack[o + 2]!) * s + pack[o + 1]!) * s + pack[o]!;
    }
    k += channels;
    at = ends + channels;
  }
  return between;
}
