import type { Frames } from '../time';
import { prepareCurve } from './curves';
import { endOf, type Handle, type ScalarKey } from './key';
import type { Rules } from './outside';

/** A segment's inner control points as offsets: `right` from its first key, `left` from what it ends on. */
export type Controls = { readonly right: Handle; readonly left: Handle };

/**
 * Whether the first and last key of a channel are one, so that smooth slopes are taken across the seam: it is closed,
 * repeats on both sides (counted or not), and both values are exactly equal.
 */
export function runsRound(keys: readonly ScalarKey[], rules: Rules): boolean {
  return rules.closed === true && rules.before === 'repeat' && rules.after === 'repeat' && keys.length > 1 && keys[0]!.value === keys[keys.length - 1]!.value;
}

/**
 * The handles of the segment from key `i` to key `i + 1`, worked out: absent ones on the straight line, `smooth` ones
 * from the neighbours (across the seam where the keys run `round`), long ones shortened along their own direction to
 * the segment's length. Null where it is held. A `curve` is not asked for here: it has no handles.
 */
export function segmentControls(keys: readonly ScalarKey[], i: number, round = false): Controls | null {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  if (from.right === 'hold') return null;
  const length = to.at - from.at;
  const third: Handle = [length / 3, (endOf(to) - from.value) / 3];
  const right: Handle =
    from.right === undefined ? third
    : from.right === 'smooth' ? [length / 3, (smoothSlope(keys, i, round) * length) / 3]
    : shorten(from.right, length);
  const left: Handle =
    to.left === undefined ? [-third[0], -third[1]]
    : to.left === 'smooth' ? [-length / 3, (-smoothSlope(keys, i + 1, round) * length) / 3]
    : shorten(to.left, length);
  return { right, left };
}

/** A key whose smooth handles are written out as they are drawn, so that its neighbours may change. */
export function drawnHandles(keys: readonly ScalarKey[], i: number, round = false): ScalarKey {
  const key = keys[i]!;
  if (key.left !== 'smooth' && key.right !== 'smooth') return key;
  const before = key.left === 'smooth' && i > 0 ? segmentControls(keys, i - 1, round) : null;
  const after = key.right === 'smooth' && i < keys.length - 1 ? segmentControls(keys, i, round) : null;
  return { ...key, ...(before ? { left: before.left } : {}), ...(after ? { right: after.right } : {}) };
}

function shorten([dt, dv]: Handle, length: Frames): Handle {
  const reach = Math.abs(dt);
  return reach > length ? [(dt / reach) * length, (dv / reach) * length] : [dt, dv];
}

/**
 * Slope at a key that never makes a curve overshoot: the weighted harmonic mean of the chords beside it, 0 at the ends
 * and where the direction turns. A key that jumps (`arrives`) is an end on both sides; chords reckon with what a segment
 * ends on. Fritsch and Butland 1984, "A method for constructing local monotone piecewise cubic interpolants", with the
 * weights of Brodlie.
 */
export function smoothSlope(keys: readonly ScalarKey[], i: number, round = false): number {
  const end = keys.length - 1;
  const here = keys[i]!;
  const seam = round && (i === 0 || i === end);
  if (seam ? jumps(keys[0]!) || jumps(keys[end]!) : jumps(here)) return 0;
  const before = seam ? keys[end - 1] : keys[i - 1];
  const after = seam ? keys[1] : keys[i + 1];
  if (!before || !after) return 0;
  const h0 = (seam ? keys[end]!.at : here.at) - before.at;
  const h1 = after.at - (seam ? keys[0]!.at : here.at);
  const d0 = (here.value - before.value) / h0;
  const d1 = (endOf(after) - here.value) / h1;
  if (d0 * d1 <= 0) return 0;
  const w0 = 2 * h1 + h0;
  const w1 = h1 + 2 * h0;
  return (w0 + w1) / (w0 / d0 + w1 / d1);
}

function jumps(key: ScalarKey): boolean {
  return (key.arrives ?? null) !== null;
}

/**
 * Slope of the keyed part as it begins, or as it arrives at its last key. A glide goes on at it: 0 (no rate to go on at)
 * where the segment is held, the tangent upright, or the curve infinitely steep.
 */
export function endSlope(keys: readonly ScalarKey[], atLast: boolean, round = false): number {
  const i = atLast ? keys.length - 2 : 0;
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const [length, rise] = [to.at - from.at, endOf(to) - from.value];
  if (from.curve) {
    const slope = prepareCurve(from.curve).slope(atLast ? 1 : 0);
    return Number.isFinite(slope) ? (slope * rise) / length : 0;
  }
  const controls = segmentControls(keys, i, round);
  if (!controls) return 0;
  // The tangent points at the nearest control point that is another one.
  const tries: Handle[] = atLast
    ? [controls.left, [controls.right[0] - length, controls.right[1] - rise], [-length, -rise]]
    : [controls.right, [length + controls.left[0], rise + controls.left[1]], [length, rise]];
  const [dt, dv] = tries.find(([reach, way]) => Math.abs(reach) > 1e-12 || Math.abs(way) > 1e-12) ?? [1, 0];
  return Math.abs(dt) > 1e-12 ? dv / dt : 0;
}
