import { inTime, recordInTime, type Channel, type ChannelSpec } from '../model';
import { channelSampler } from '../scene';
import { dust, type Frames } from '../time';
import type { Segment, TimeMap } from '../timing';
import { bentLegs } from './bend';
import { difference } from './difference';
import { joined } from './joined';
import { keysFromLegs } from './keys-from-legs';
import type { Looks } from './looks';
import { motionOver } from './motion';
import { scaledKey } from './scaled-key';

/** The time in which a channel is to be read, and the times at which it is looked at. */
export type NewTime = {
  /** New time → the channel's own. */
  readonly map: TimeMap;
  /** The segments of the map over the window. */
  readonly segments: readonly Segment[];
  readonly looks: Looks;
};

/** How far fitted curves may miss: in the unit of the track, of colours in hundredths of full light. */
export function toleranceOf({ type }: ChannelSpec, tolerance: number): number {
  return type === 'C' ? tolerance / 100 : tolerance;
}

/** More segments than this are not written out. */
export const MOST_SEGMENTS = 100_000;

/** Nearer to each other than this, two times are one. */
const SAME = 1e-7;

/** Whether a segment goes on as the one before it ran. */
function goesOn(last: Segment, next: Segment): boolean {
  if (last.kind !== next.kind || Math.abs(last.at(last.to) - next.at(next.from)) >= SAME) return false;
  return last.kind === 'held' || (last.kind === 'linear' && Math.abs(last.rate(last.from) - next.rate(next.from)) < 1e-12);
}

/** The segments of a map over a window, with those that go on as one made one; null where there are too many. */
export function segmentsOver(map: TimeMap, from: Frames, to: Frames): readonly Segment[] | null {
  const all: Segment[] = [];
  for (const segment of map.walk(from, to)) {
    const last = all[all.length - 1];
    if (all.length > MOST_SEGMENTS) return null;
    if (last && goesOn(last, segment) && Math.abs(map.at(segment.from) - segment.at(segment.from)) < SAME) all[all.length - 1] = { ...last, to: segment.to };
    else all.push(segment);
  }
  return all;
}

/**
 * A channel with a time written into its keys: read in new time it shows what it shows now through the map. Where the map only runs faster or
 * slower, its keys are moved as they are, with what it does before and after them; else that is written out. Null where that
 * would be too much.
 */
export function bakeChannel(channel: Channel, spec: ChannelSpec, { map, segments, looks }: NewTime, tolerance: number): Channel | null {
  const [only] = segments;
  const sample = channelSampler(channel, spec.type);
  if (only && segments.length === 1 && only.kind === 'linear' && only.rate(only.from) > 0) {
    const next = stretched(channel, 1 / only.rate(only.from), only);
    if (!repeats(channel) || keeps(next, spec, (at) => sample(map.at(at)), looks.within(only.from, only.to))) return next;
  }
  let [low, high] = [Infinity, -Infinity];
  for (const segment of segments) for (const y of [segment.at(segment.from), segment.at(segment.to)]) [low, high] = [Math.min(low, y), Math.max(high, y)];
  if (!Number.isFinite(low) || !Number.isFinite(high)) return null;
  const motion = motionOver(channel, spec, Math.min(low, dust(low)), Math.max(high, dust(high), low + 1e-6));
  if (!motion) return null;
  const bending = { spec, tolerance: toleranceOf(spec, tolerance), looks, shown: sample };
  const legs = joined(bentLegs(motion, segments, bending), (at) => sample(map.at(at)), bending);
  const { keys, value } = keysFromLegs(legs, spec.type);
  return { ...channel, value, keys, before: 'hold', after: 'hold', repeats: null, closed: false };
}

function repeats({ before, after }: Channel): boolean {
  return [before, after].some((rule) => rule !== 'hold' && rule !== 'glide');
}

/** Whether a channel shows what it should at each look: the seam of a play that is no whole number of frames long may fall a hair beside one. */
function keeps(channel: Channel, { type }: ChannelSpec, shown: (at: Frames) => unknown, looks: readonly Frames[]): boolean {
  const sample = channelSampler(channel, type);
  return looks.every((at) => difference(sample(at), shown(at)) < 1e-5);
}

/** A channel whose time runs faster or slower: every time of its keys and handles by the same factor. */
function stretched(channel: Channel, scale: number, segment: Segment): Channel {
  const by = segment.from - segment.at(segment.from) * scale;
  if (scale === 1 && by === 0) return channel;
  const keys = inTime(channel.keys).map((key) => {
    const { pace: _pace, kept: _kept, ...rest } = key;
    return scaledKey(scale === 1 ? key : rest, dust(key.at * scale + by), scale);
  });
  return { ...channel, keys: recordInTime(keys) };
}
