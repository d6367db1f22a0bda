import { prepareHeld, prepareScalar, prepareVector, type HeldKey, type ScalarCurve, type ScalarKey, type VectorKey } from '../keys';
import { inTime, type Channel, type ChannelSpec, type ChannelType } from '../model';
import { DUST, type Frames } from '../time';
import { hasKeys } from './tracks';

type Sampler = (x: Frames) => unknown;

/** Samplers by channel: an edit makes a new channel object, so identity is the key. */
const prepared = new WeakMap<Channel, Sampler>();

/** The sampler of a channel that is there, for its type: what its keys give. What drives it stands in the layer as it is sampled (sampled-layer.ts). */
export function channelSampler(channel: Channel, type: ChannelType): Sampler {
  let sampler = prepared.get(channel);
  if (!sampler) prepared.set(channel, (sampler = prepare(channel, type)));
  return sampler;
}

/** The value of a channel at a time of its own, or its resting value when the layer has none. */
export function sampleChannel(channel: Channel | null | undefined, spec: ChannelSpec, x: Frames): unknown {
  return channel ? channelSampler(channel, spec.type)(x) : spec.start;
}

/** Whether a channel can change over time at all: the one place that asks. */
export function canChange(channel: Channel | null | undefined): boolean {
  return !!channel && (hasKeys(channel) || (channel.formula !== null && !channel.formulaOff));
}

/**
 * A channel with some of its keys at other times, for as long as a gesture goes on: it is sampled so, while its record of
 * keys stays what it was. A key that stands where another lands gives way to it.
 */
export function withKeysAt(channel: Channel, type: ChannelType, moved: ReadonlyMap<string, Frames>): Channel {
  const all = inTime(channel.keys);
  const landed = [...moved].map(([id, at]) => ({ ...channel.keys[id]!, at })).sort((a, b) => a.at - b.at);
  const shifted = { ...channel };
  const few = all.length > LONG && moved.size <= FEW && channel.before === 'hold' && channel.after === 'hold';
  const keys = few ? null : merged(left(all, landed), landed);
  prepared.set(shifted, keys ? prepare(shifted, type, keys) : patched(channel, type, all, landed));
  sampledFrom.set(shifted, keys);
  return shifted;
}

/** A channel that is sampled at another time than it is asked for. Its record of keys stays what it was. */
export function warped(channel: Channel, type: ChannelType, at: (x: Frames) => Frames): Channel {
  const sample = channelSampler(channel, type);
  return sampledBy(channel, (x) => sample(at(x)));
}

/** A channel that is sampled in another way. Its record of keys stays what it was. */
export function sampledBy(channel: Channel, sample: Sampler): Channel {
  const bent = { ...channel };
  prepared.set(bent, sample);
  sampledFrom.set(bent, null);
  return bent;
}

/** The keys that a channel is sampled from where those are not its own; null where it is sampled otherwise. */
const sampledFrom = new WeakMap<Channel, Keys | null>();

/** A channel of numbers as its sampler reads it, or null where that reads more than its keys. */
export function scalarCurve(channel: Channel): ScalarCurve | null {
  const keys = sampledFrom.has(channel) ? sampledFrom.get(channel)! : inTime(channel.keys);
  return keys && curveOf(channel, keys);
}

function curveOf({ before, after, repeats, closed, value }: Channel, keys: Keys): ScalarCurve {
  return { before, after, repeats, closed, value: value as number, keys: keys as unknown as readonly ScalarKey[] };
}

/** In channels of more keys than LONG of which no more than FEW are moved, only what lies around those is worked out anew. */
const LONG = 400;
const FEW = 60;
/** A key reaches two segments to each side: by the slopes of smooth neighbours. */
const REACH = 3;

function left(keys: Keys, landed: Keys): Keys {
  const gone = new Set(landed.map((key) => key.id));
  return keys.filter((key) => !gone.has(key.id) && !landed.some((one) => Math.abs(one.at - key.at) <= DUST));
}

/** The channel as it was, but for the stretches around where keys were taken from and where they landed. */
function patched(channel: Channel, type: ChannelType, all: Keys, landed: Keys): Sampler {
  const whole = channelSampler(channel, type);
  const places = landed.flatMap((key) => [firstFrom(all, channel.keys[key.id]!.at), firstFrom(all, key.at)]).sort((a, b) => a - b);
  const stretches: [number, number][] = [];
  for (const place of places) {
    const [from, to] = [Math.max(0, place - REACH), Math.min(all.length, place + REACH + 1)];
    const last = stretches[stretches.length - 1];
    if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to);
    else stretches.push([from, to]);
  }
  const parts = stretches.map(([from, to]) => {
    const [low, high] = [from === 0 ? -Infinity : all[from]!.at, to === all.length ? Infinity : all[to - 1]!.at];
    const own = landed.filter(({ at }) => at > low && at < high);
    // Moved keys that landed elsewhere are gone from here.
    const keys = merged(left(all.slice(from, to), landed), own);
    return { from: from === 0 ? -Infinity : keys[1]!.at, to: to === all.length ? Infinity : keys[keys.length - 2]!.at, sample: prepare(channel, type, keys) };
  });
  return (x) => {
    for (const part of parts) if (x >= part.from && x < part.to) return part.sample(x);
    return whole(x);
  };
}

/** Index of the first key at or after a time. */
function firstFrom(keys: Keys, at: Frames): number {
  let [low, high] = [0, keys.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (keys[middle]!.at < at - DUST) low = middle + 1;
    else high = middle;
  }
  return low;
}

type Keys = ReturnType<typeof inTime<Channel['keys'][string]>>;

/** Two lists in order of time as one. */
function merged(a: Keys, b: Keys): Keys {
  const all: Channel['keys'][string][] = [];
  let [i, k] = [0, 0];
  while (i < a.length || k < b.length) all.push(k >= b.length || (i < a.length && a[i]!.at <= b[k]!.at) ? a[i++]! : b[k++]!);
  return all;
}

function prepare(channel: Channel, type: ChannelType, keys: Keys = inTime(channel.keys)): Sampler {
  const { before, after, repeats, closed, value } = channel;
  const rules = { before, after, repeats, closed };
  switch (type) {
    case 'N':
      return prepareScalar(curveOf(channel, keys));
    case 'P':
    case 'C':
      return prepareVector({ ...rules, value: value as readonly number[], keys: keys as unknown as readonly VectorKey[] });
    case 'S':
      return preparePathChannel(channel, keys);
    case 'T':
    case 'B':
    case 'E':
      return prepareHeld({ ...rules, value, keys: keys as readonly HeldKey<unknown>[] });
  }
}

type PathValue = { readonly closed: boolean; readonly points: readonly (readonly number[])[] };

/** Outlines blend point by point from one key to the next where their counts agree, else they hold; whether they are closed holds. */
function preparePathChannel(channel: Channel, keys: Keys): Sampler {
  const { before, after, repeats } = channel;
  const rules = { before, after, repeats };
  if (keys.length === 0) return () => channel.value;
  const numbers = (value: unknown) => (value as PathValue).points.flat();
  const flat = keys.map(({ id, at, value, ease, curve, arrives }) => ({ id, at, value: numbers(value), ease, curve, arrives: arrives ? numbers(arrives) : null }) as VectorKey);
  const points = prepareVector({ ...rules, value: [], keys: flat });
  const closed = prepareHeld({ ...rules, value: false, keys: keys.map(({ id, at, value }): HeldKey<boolean> => ({ id, at, value: (value as PathValue).closed })) });
  return (x) => {
    const row = points(x);
    return { closed: closed(x), points: Array.from({ length: row.length / 6 }, (_, i) => row.slice(i * 6, i * 6 + 6)) };
  };
}
