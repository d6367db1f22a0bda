import { prepareInverse } from './curve';
import { segmentControls } from './handles';
import type { Handle, ScalarKey } from './key';

/** The handles that keep a curve as it is when a key is put on it. */
export type Split = {
  readonly value: number;
  /** New `right` of the key before, `left` and `right` of the new key, new `left` of the key after. */
  readonly beforeRight: Handle | 'hold' | undefined;
  readonly left: Handle | undefined;
  readonly right: Handle | 'hold' | undefined;
  readonly afterLeft: Handle | undefined;
};

/**
 * Puts a key on the segment from key `i` to key `i + 1` at a time between them, by de Casteljau's construction. A
 * straight segment stays without handles, a held one stays held. Exact while the two handles do not pass each other in
 * time; where they do, a part may need a handle longer than itself, and is drawn with the longest it can have.
 */
export function splitSegment(keys: readonly ScalarKey[], i: number, at: number): Split {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const controls = segmentControls(keys, i);
  if (!controls) return { value: from.value, beforeRight: 'hold', left: undefined, right: 'hold', afterLeft: undefined };
  const length = to.at - from.at;
  const u = prepareInverse(controls.right[0] / length, 1 + controls.left[0] / length)((at - from.at) / length);
  if (from.right === undefined && to.left === undefined) {
    return { value: from.value + (to.value - from.value) * u, beforeRight: undefined, left: undefined, right: undefined, afterLeft: undefined };
  }
  const p0 = [from.at, from.value] as const;
  const p3 = [to.at, to.value] as const;
  const p1 = [from.at + controls.right[0], from.value + controls.right[1]] as const;
  const p2 = [to.at + controls.left[0], to.value + controls.left[1]] as const;
  const [a, b, c] = [mix(p0, p1, u), mix(p1, p2, u), mix(p2, p3, u)];
  const [d, e] = [mix(a, b, u), mix(b, c, u)];
  const middle = mix(d, e, u);
  return {
    value: middle[1],
    beforeRight: [Math.max(0, a[0] - p0[0]), a[1] - p0[1]],
    left: [Math.min(0, d[0] - at), d[1] - middle[1]],
    right: [Math.max(0, e[0] - at), e[1] - middle[1]],
    afterLeft: [Math.min(0, c[0] - p3[0]), c[1] - p3[1]],
  };
}

type Dot = readonly [number, number];

function mix(a: Dot, b: Dot, u: number): Dot {
  return [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u];
}
