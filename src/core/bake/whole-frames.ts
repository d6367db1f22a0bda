import { inTime, recordInTime, type Channel, type ChannelSpec } from '../model';
import { channelSampler } from '../scene';
import { DUST, type Frames } from '../time';
import { scaledKey } from './scaled-key';

type Key = Channel['keys'][string];

/**
 * A channel with its keys on whole frames of the composition, which begin at `offset` of its own time: each goes to the nearest one and shows
 * what is shown there; a jump goes to the frame that first shows what lies behind it. Of two that would land on one frame the nearer
 * stays, and the other takes the free neighbour that keeps their order, else they are merged, which is told.
 */
export function onWholeFrames(channel: Channel, { type, label }: ChannelSpec, offset: Frames, tell: (what: string) => void): Channel {
  const keys = inTime(channel.keys);
  if (keys.every((key) => isWhole(key.at + offset))) return channel;
  const sample = channelSampler(channel, type);
  const landed = new Map<number, Key>();
  const exact = (key: Key) => key.at + offset;
  const target = (key: Key, i: number) => (steps(key, keys[i - 1], type) ? Math.ceil(exact(key) - DUST) : Math.round(exact(key)));
  const miss = (key: Key, frame: number) => Math.abs(exact(key) - frame);
  const merged: number[] = [];
  keys.forEach((key, i) => {
    const frame = target(key, i);
    const other = landed.get(frame);
    if (!other) return void landed.set(frame, key);
    const [nearer, farther] = miss(key, frame) < miss(other, frame) ? [key, other] : [other, key];
    // Keys come in order: the later one may go one on, the earlier one may go one back.
    const free = frame + (farther === key ? 1 : -1);
    const taken = landed.has(free) || (farther === key && keys[i + 1] !== undefined && target(keys[i + 1]!, i + 1) === free && miss(keys[i + 1]!, free) < miss(key, free));
    landed.set(frame, nearer);
    if (taken) merged.push(frame);
    else landed.set(free, farther);
  });
  if (merged.length > 0) tell(`${label}: keys were merged at frame ${[...new Set(merged)].join(', ')}.`);
  const frames = [...landed].sort((a, b) => a[0] - b[0]);
  const made = frames.map(([frame, key], i): Key => {
    const at = frame - offset;
    const moved = Math.abs(at - key.at) > DUST;
    // Handles keep their shape in the time that there is now.
    const scale = (from: Key | undefined, to: Key | undefined, a: number | undefined, b: number | undefined) => (from && to && a !== undefined && b !== undefined ? (b - a) / (to.at - from.at) : 1);
    const [before, after] = [frames[i - 1], frames[i + 1]];
    const [left, right] = [scale(before?.[1], key, before?.[0], frame), scale(key, after?.[1], frame, after?.[0])];
    // Each side has a scale of its own.
    const [arriving, leaving] = [scaledKey(key, at, left), scaledKey(key, at, right)];
    return { ...arriving, ...(leaving.right === undefined ? {} : { right: leaving.right }), ...(moved ? { value: sample(at) } : {}) };
  });
  return { ...channel, keys: recordInTime(made) };
}

function isWhole(at: Frames): boolean {
  return Math.abs(at - Math.round(at)) <= DUST;
}

/** Whether a value comes about at a key all at once: it jumps there, or what was before it was held. */
function steps(key: Key, before: Key | undefined, type: ChannelSpec['type']): boolean {
  if (type === 'T' || type === 'B' || type === 'E') return true;
  return (key.arrives !== undefined && key.arrives !== null) || before?.right === 'hold' || before?.ease === 'hold';
}
