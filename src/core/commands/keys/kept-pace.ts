import { endOf, legPath, type VectorKey } from '../../keys';
import { inTime, type Channel } from '../../model';
import { dust, framesPerSecond, type Frames, type Rate } from '../../time';
import type { StoredKey } from './chosen-keys';

/** How far it is from a key to the next: in the unit of the value, along the way for points. Null for what has no distances. */
export function distanceTo(from: StoredKey, to: StoredKey): number | null {
  const end: unknown = endOf(to as unknown as VectorKey);
  if (typeof from.value === 'number') return Math.abs((end as number) - from.value);
  if (!Array.isArray(from.value) || from.value.length !== 2) return null;
  const path = legPath(from as unknown as VectorKey, to as unknown as VectorKey);
  const [a, b] = [from.value, end as readonly number[]];
  return path ? path.length : Math.hypot(b[0]! - a[0]!, b[1]! - a[1]!);
}

const known = new WeakMap<Channel['keys'], boolean>();

/** Whether a key of a channel has a pace; the same keys answer without being looked through again. */
export function hasPace({ keys }: Channel): boolean {
  let has = known.get(keys);
  if (has === undefined) known.set(keys, (has = Object.values(keys).some((key) => typeof key.pace === 'number')));
  return has;
}

/**
 * A channel whose keys stand where their paces ask for: after a key with one the next stands as late as the way to it takes, its handles as
 * much longer or shorter. A key that would be passed by that goes along, and all after it. Where there is no way there is no time to find.
 */
export function paced(channel: Channel, rate: Rate): Channel {
  const keys = [...inTime(channel.keys)] as StoredKey[];
  let shift: Frames = 0;
  for (let i = 1; i < keys.length; i++) {
    const before = keys[i - 1]!;
    const here = keys[i]!;
    const distance = typeof before.pace === 'number' ? distanceTo(before, here) : null;
    if (distance === null || distance === 0) {
      const at = dust(here.at + shift);
      // What has room between its neighbours as it stands, stays.
      if (here.at > before.at + 0.5) shift = 0;
      else if (shift !== 0) keys[i] = { ...here, at };
      continue;
    }
    const length = (distance / (before.pace as number)) * framesPerSecond(rate);
    const at = dust(before.at + length);
    // Times are compared as they are written: what stands right already is left.
    if (Math.abs(at - here.at) < 1e-9) { shift = 0; continue; }
    const was = inTime(channel.keys)[i]!.at - inTime(channel.keys)[i - 1]!.at;
    const factor = length / was;
    keys[i - 1] = { ...before, ...longer('right', before, factor) };
    keys[i] = { ...here, at, ...longer('left', here, factor) };
    shift = at - here.at;
  }
  return keys.every((key, i) => key === inTime(channel.keys)[i]) ? channel : { ...channel, keys: Object.fromEntries(keys.map((key) => [key.id, key])) };
}

function longer(side: 'left' | 'right', key: StoredKey, factor: number): object {
  const handle = key[side];
  return Array.isArray(handle) ? { [side]: [handle[0] * factor, handle[1]] } : {};
}
