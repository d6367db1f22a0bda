import { prepareHeld, prepareScalar, prepareVector, type HeldKey, type ScalarKey, type VectorKey } from '../keys';
import { inTime, type Channel, type ChannelSpec, type ChannelType } from '../model';
import type { Frames } from '../time';
import { hasKeys } from './tracks';

type Sampler = (x: Frames) => unknown;

/** Samplers by channel: an edit makes a new channel object, so identity is the key. */
const prepared = new WeakMap<Channel, Sampler>();

/** The sampler of a channel that is there, for its type. Formulas do not play yet: the keyed value stands. */
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
  return !!channel && hasKeys(channel);
}

function prepare(channel: Channel, type: ChannelType): Sampler {
  const { before, after, repeats, closed, value } = channel;
  const rules = { before, after, repeats, closed };
  switch (type) {
    case 'N':
      return prepareScalar({ ...rules, value: value as number, keys: inTime(channel.keys) as unknown as readonly ScalarKey[] });
    case 'P':
    case 'C':
      return prepareVector({ ...rules, value: value as readonly number[], keys: inTime(channel.keys) as unknown as readonly VectorKey[] });
    case 'S':
      return preparePathChannel(channel);
    case 'T':
    case 'B':
    case 'E':
      return prepareHeld({ ...rules, value, keys: inTime(channel.keys) as readonly HeldKey<unknown>[] });
  }
}

type PathValue = { readonly closed: boolean; readonly points: readonly (readonly number[])[] };

/** Outlines blend point by point from one key to the next where their counts agree, else they hold; whether they are closed holds. */
function preparePathChannel(channel: Channel): Sampler {
  const keys = inTime(channel.keys);
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
