import type { Frames } from '../time';
import { prepareInverse } from './curve';
import { prepareFinder } from './find-key';
import { endSlope, segmentControls } from './handles';
import type { ScalarKey } from './key';
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
  if (keys.length === 0) return () => curve.value;
  const within = prepareWithin(keys);
  const first = keys[0]!;
  const last = keys[keys.length - 1]!;
  const rise = last.value - first.value;
  // Slopes at the ends are asked for by `glide` alone, and cost a search.
  let slopes: readonly [number, number] | null = null;
  return (x) => {
    if (x >= first.at && x < last.at) return within(x);
    const place = placeOutside(x, first.at, last.at, curve);
    switch (place.kind) {
      case 'within': return within(place.at) + place.climbs * rise;
      case 'end': return (place.last ? last.value : first.value) + place.climbs * rise;
      case 'glide':
        slopes ??= [endSlope(keys, false), endSlope(keys, true)];
        return place.last ? last.value + slopes[1] * place.by : first.value + slopes[0] * place.by;
    }
  };
}

/** The keyed curve from the first to the last key, both included. */
export function prepareWithin(keys: readonly ScalarKey[]): Sampler {
  const times = Float64Array.from(keys, (key) => key.at);
  const find = prepareFinder(times);
  const lastIndex = keys.length - 1;
  const segments: (Sampler | undefined)[] = new Array(lastIndex);
  return (x) => {
    const i = find(x);
    if (i >= lastIndex) return keys[lastIndex]!.value;
    if (i < 0) return keys[0]!.value;
    return (segments[i] ??= prepareSegment(keys, i))(x);
  };
}

function prepareSegment(keys: readonly ScalarKey[], i: number): Sampler {
  const from = keys[i]!;
  const to = keys[i + 1]!;
  const controls = segmentControls(keys, i);
  const start = from.value;
  if (!controls) return () => start;
  const [at, length] = [from.at, to.at - from.at];
  const inverse = prepareInverse(controls.right[0] / length, 1 + controls.left[0] / length);
  const c = 3 * controls.right[1];
  const b = 3 * (to.value + controls.left[1] - start - controls.right[1]) - c;
  const a = to.value - start - c - b;
  const straight = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
  if (straight) return (x) => start + c * inverse((x - at) / length);
  return (x) => {
    const s = inverse((x - at) / length);
    return ((a * s + b) * s + c) * s + start;
  };
}
