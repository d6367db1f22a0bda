import type { Frames } from '../time';
import type { Handle, ScalarKey } from './key';

/** A segment's inner control points as offsets: `right` from its first key, `left` from its second. */
export type Controls = { readonly right: Handle; readonly left: Handle };

/**
 * The handles of the segment from key `i` to key `i + 1`, worked out: absent ones on the straight line, `smooth` ones
 * from the neighbours, long ones shortened along their own direction to the segment's length. Null where it is held.
 */
export function segmentControls(keys: readonly ScalarKey[], i: number): Controls | null {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  if (from.right === 'hold') return null;
  const length = to.at - from.at;
  const third: Handle = [length / 3, (to.value - from.value) / 3];
  const right: Handle =
    from.right === undefined ? third
    : from.right === 'smooth' ? [length / 3, (smoothSlope(keys, i) * length) / 3]
    : shorten(from.right, length);
  const left: Handle =
    to.left === undefined ? [-third[0], -third[1]]
    : to.left === 'smooth' ? [-length / 3, (-smoothSlope(keys, i + 1) * length) / 3]
    : shorten(to.left, length);
  return { right, left };
}

function shorten([dt, dv]: Handle, length: Frames): Handle {
  const reach = Math.abs(dt);
  return reach > length ? [(dt / reach) * length, (dv / reach) * length] : [dt, dv];
}

/**
 * Slope at a key that never makes a curve overshoot: the weighted harmonic mean of the chords beside it, 0 at the ends
 * and where the direction turns. Fritsch and Butland 1984, "A method for constructing local monotone piecewise cubic
 * interpolants", with the weights of Brodlie.
 */
export function smoothSlope(keys: readonly { readonly at: number; readonly value: number }[], i: number): number {
  const before = keys[i - 1];
  const here = keys[i]!;
  const after = keys[i + 1];
  if (!before || !after) return 0;
  const h0 = here.at - before.at;
  const h1 = after.at - here.at;
  const d0 = (here.value - before.value) / h0;
  const d1 = (after.value - here.value) / h1;
  if (d0 * d1 <= 0) return 0;
  const w0 = 2 * h1 + h0;
  const w1 = h1 + 2 * h0;
  return (w0 + w1) / (w0 / d0 + w1 / d1);
}

/** Slope of the curve as it enters (`i` its last key) or leaves (`i` 0) the keyed part; 0 where the segment is held. */
export function endSlope(keys: readonly ScalarKey[], atLast: boolean): number {
  const i = atLast ? keys.length - 2 : 0;
  const controls = segmentControls(keys, i);
  if (!controls) return 0;
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const [length, rise] = [to.at - from.at, to.value - from.value];
  // The tangent points at the nearest control point that lies at another time than the key.
  const tries: Handle[] = atLast
    ? [controls.left, [controls.right[0] - length, controls.right[1] - rise], [-length, -rise]]
    : [controls.right, [length + controls.left[0], rise + controls.left[1]], [length, rise]];
  const [dt, dv] = tries.find(([reach]) => Math.abs(reach) > 1e-12) ?? [1, 0];
  return dv / dt;
}
