import { lastAtOrBefore, thinScalar, thinVector, type ScalarKey, type VectorKey } from '../keys';
import { recordInTime, type Channel, type ChannelSpec } from '../model';
import type { Frames } from '../time';

/** Looks between two of the times at which something is sampled, where a curve is fitted. */
const BETWEEN = [0.25, 0.5, 0.75];

/**
 * Keys that show what is shown at each of these times, in order, and between them within a tolerance what is shown there: as few as that takes.
 * What cannot be mixed gets a key wherever it changes.
 */
export function sampledKeys(times: readonly Frames[], shown: (at: Frames) => unknown, { type }: Pick<ChannelSpec, 'type'>, tolerance: number, newId: (i: number) => string): Channel['keys'] {
  const all = times.map((at, i) => ({ id: `s${i}`, at, value: shown(at) }));
  // Between the times of a curve it is looked at where these times are near; where they are far apart nobody looks.
  const between = (a: Frames, b: Frames): readonly Frames[] => (b - a > 1.5 ? [] : BETWEEN.map((part) => a + (b - a) * part));
  const within = (a: Frames, b: Frames): readonly Frames[] => {
    const until = lastAtOrBefore(times, b);
    const inner = times.slice(lastAtOrBefore(times, a) + 1, times[until] === b ? until : until + 1);
    return [a, ...inner].flatMap((from, i) => between(from, inner[i] ?? b));
  };
  const made = (keys: readonly { readonly at: Frames }[]) => recordInTime(keys.map((key, i) => ({ ...key, id: newId(i), joined: false })) as never) as unknown as Channel['keys'];
  switch (type) {
    case 'N': return made(thinScalar(all as unknown as readonly ScalarKey[], shown as (x: number) => number, within, tolerance));
    case 'P':
    case 'C': return made(thinVector(all as unknown as readonly VectorKey[], shown as (x: number) => readonly number[], within, type === 'C' ? tolerance / 100 : tolerance));
    default: return made(all.filter((key, i) => i === 0 || JSON.stringify(key.value) !== JSON.stringify(all[i - 1]!.value)));
  }
}
