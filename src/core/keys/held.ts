import type { Frames } from '../time';
import { lastAtOrBefore } from './find-key';
import type { HeldKey } from './key';
import { placeOutside, type Rules } from './outside';

/** A channel whose values cannot be mixed: text, switches, choices. */
export type HeldCurve<T> = Rules & { readonly value: T; readonly keys: readonly HeldKey<T>[] };

/** Prepares a channel that only holds. `climb` is `repeat` here and `glide` is `hold`: there is nothing to add up. */
export function prepareHeld<T>(curve: HeldCurve<T>): (x: Frames) => T {
  const { keys } = curve;
  if (keys.length === 0) return () => curve.value;
  const times = Float64Array.from(keys, (key) => key.at);
  const within = (x: Frames) => keys[Math.max(0, lastAtOrBefore(times, x))]!.value;
  const [first, last] = [times[0]!, times[times.length - 1]!];
  return (x) => {
    if (x >= first && x < last) return within(x);
    const place = placeOutside(x, first, last, curve);
    if (place.kind === 'within') return within(place.at);
    return keys[place.last ? keys.length - 1 : 0]!.value;
  };
}
