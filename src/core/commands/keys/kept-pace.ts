import { endOf, legPath, type VectorKey } from '../../keys';
import { channelSampler } from '../../scene';
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
 * much longer or shorter. A key that would be passed by that goes along, and all after it. Where there is no way there is no time to find. `way` is how far
 * it is from a key to the next; `times` are those that keys have already, by their id.
 */
export function paced(channel: Channel, rate: Rate, way: (from: StoredKey, to: StoredKey) => number | null = distanceTo, times: ReadonlyMap<string, Frames> = new Map()): Channel {
  const keys = [...inTime(channel.keys)] as StoredKey[];
  let shift: Frames = 0;
  for (let i = 1; i < keys.length; i++) {
    const before = keys[i - 1]!;
    const here = keys[i]!;
    const distance = typeof before.pace === 'number' ? way(channel.keys[before.id] as StoredKey, channel.keys[here.id] as StoredKey) : null;
    if (distance === null || distance === 0) {
      const at = dust(here.at + shift);
      // What has room between its neighbours as it stands, stays.
      if (here.at > before.at + 0.5) shift = 0;
      else if (shift !== 0) keys[i] = { ...here, at };
      continue;
    }
    const length = times.has(here.id) ? times.get(here.id)! - before.at : (distance / (before.pace as number)) * framesPerSecond(rate);
    const at = times.get(here.id) ?? dust(before.at + length);
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

/** Places of a motion that are looked at for how long its way is. */
const LOOKS = 64;

/** How far it is along the way of two numbers from a key to the next, where both have keys at the same times and go at the same pace; null elsewhere. */
export function wayOfTwo(one: Channel, other: Channel): (from: StoredKey, to: StoredKey) => number | null {
  const at = (channel: Channel, time: Frames) => inTime(channel.keys).find((key) => Math.abs(key.at - time) < SAME);
  const samplers = [one, other].map((channel) => channelSampler(channel, 'N') as (x: Frames) => number) as [(x: Frames) => number, (x: Frames) => number];
  return (from, to) => {
    const [a, b] = [at(other, from.at), at(other, to.at)];
    if (!a || !b || a.pace !== from.pace || inTime(other.keys).indexOf(b) !== inTime(other.keys).indexOf(a) + 1) return null;
    const straight = [from, a].every((key) => !key.curve && key.right === undefined) && [to, b].every((key) => key.left === undefined);
    const ends = [[from, to], [a, b]].map(([f, t]) => (endOf(t as unknown as VectorKey) as unknown as number) - (f!.value as number)) as [number, number];
    if (straight) return Math.hypot(...ends);
    // The end itself may show another value than the one that is arrived on.
    const last = to.at - (to.at - from.at) * 1e-9;
    let [length, x, y] = [0, samplers[0](from.at), samplers[1](from.at)];
    for (let k = 1; k <= LOOKS; k++) {
      const time = k === LOOKS ? last : from.at + ((to.at - from.at) * k) / LOOKS;
      const [u, v] = [samplers[0](time), samplers[1](time)];
      length += Math.hypot(u - x, v - y);
      [x, y] = [u, v];
    }
    return length;
  };
}

/** Two numbers of one place, whose keys stand where their paces ask for: where they share times and a pace it is one motion along its way, and they go on sharing times. */
export function pacedTogether(one: Channel, other: Channel, rate: Rate): readonly [Channel, Channel] {
  const [way, back] = [wayOfTwo(one, other), wayOfTwo(other, one)];
  const first = paced(one, rate, (from, to) => way(from, to) ?? distanceTo(from, to));
  const times = new Map(inTime(one.keys).flatMap((key, i) => {
    const before = inTime(one.keys)[i - 1];
    const mate = inTime(other.keys).find(({ at }) => Math.abs(at - key.at) < SAME);
    return before && mate && typeof before.pace === 'number' && way(before as StoredKey, key as StoredKey) !== null ? [[mate.id, first.keys[key.id]!.at] as const] : [];
  }));
  return [first, paced(other, rate, (from, to) => back(from, to) ?? distanceTo(from, to), times)];
}

/** Times nearer than this are one. */
const SAME = 1e-6;

function longer(side: 'left' | 'right', key: StoredKey, factor: number): object {
  const handle = key[side];
  return Array.isArray(handle) ? { [side]: [handle[0] * factor, handle[1]] } : {};
}
