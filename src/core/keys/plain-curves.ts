import type { Frames } from '../time';
import { segmentControls } from './handles';
import { endOf } from './key';
import { roomFor } from './number-room';
import type { ScalarCurve } from './scalar';

/**
 * Channels of few keys that hold outside them and whose time runs evenly between them: most of them are so, and they
 * need nothing but numbers. Several lie in one stretch, one after the other: how many keys; their times; for each segment
 * its value's cubic, lowest power first; the last value.
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

/** Where the next channel begins after one of so many keys. */
function lengthOf(count: number): number {
  return 1 + count + (count - 1) * CUBIC + 1;
}

/** Writes plain channels into one stretch, after as many numbers as are given. */
export function packPlain(before: readonly number[], curves: readonly ScalarCurve[]): { readonly pack: Float64Array; readonly base: number } {
  const [pack, base] = roomFor(curves.reduce((sum, { keys }) => sum + lengthOf(keys.length), before.length));
  pack.set(before, base);
  let at = base + before.length;
  for (const { keys } of curves) {
    const count = keys.length;
    pack[at] = count;
    keys.forEach((key, i) => {
      pack[at + 1 + i] = key.at;
      if (i + 1 === count) return;
      const controls = segmentControls(keys, i)!;
      const rise = endOf(keys[i + 1]!) - key.value;
      const c = 3 * controls.right[1];
      const b = 3 * (rise + controls.left[1] - controls.right[1]) - c;
      const a = rise - c - b;
      const straight = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
      pack.set([key.value, straight ? rise : c, straight ? 0 : b, straight ? 0 : a], at + 1 + count + i * CUBIC);
    });
    at += lengthOf(count);
    pack[at - 1] = keys[count - 1]!.value;
  }
  return { pack, base };
}

/** Samples the channels of a stretch from `at` on into `out`, each at the place that `slots` gives. */
export function samplePlain(pack: Float64Array, at: number, slots: readonly number[], x: Frames, out: Float64Array): void {
  for (let k = 0; k < slots.length; k++) {
    const count = pack[at]!;
    const cubics = at + 1 + count;
    const end = cubics + (count - 1) * CUBIC;
    let i = 0;
    while (i < count && pack[at + 1 + i]! <= x) i++;
    if (i === 0) out[slots[k]!] = count === 1 ? pack[end]! : pack[cubics]!;
    else if (i === count) out[slots[k]!] = pack[end]!;
    else {
      const from = pack[at + i]!;
      const o = cubics + (i - 1) * CUBIC;
      const s = (x - from) / (pack[at + 1 + i]! - from);
      out[slots[k]!] = ((pack[o + 3]! * s + pack[o + 2]!) * s + pack[o + 1]!) * s + pack[o]!;
    }
    at = end + 1;
  }
}
