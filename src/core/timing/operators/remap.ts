import { lastAtOrBefore, prepareScalar, runsOf, type Run, type ScalarKey } from '../../keys';
import { dust } from '../../time';
import { keys } from '../field';
import { defineOperator, holdInside, pulled } from '../operator';
import { held, isBefore, straight, type Segment } from '../segment';
import { identity, mapOf } from '../time-map';

export const remap = defineOperator({
  op: 'remap',
  title: 'Remap',
  about: 'Keys say which frame of the source is shown when; outside them it stands.',
  fields: { keys: keys({ label: 'Source time' }) },
  tell: (params) => {
    const list = Object.values(params.keys);
    return list.length === 0 ? 'no keys' : `${list.length} ${list.length === 1 ? 'key' : 'keys'}`;
  },
  did: () => 'Shows by keys which frame is on when; nothing is changed yet',
  prepare: (params, { D }) => {
    const list = Object.values(params.keys).sort((a, b) => a.at - b.at).map(({ to, ...key }) => ({ ...key, value: Number(to) }) as ScalarKey);
    const [first, last] = [list[0], list[list.length - 1]];
    if (!first || !last) return identity;
    const sample = prepareScalar({ value: 0, keys: list, before: 'hold', after: 'hold', repeats: null });
    const segments = runsOf(list).map((run) => segmentOf(run, sample, D));
    const starts = Float64Array.from(segments, (segment) => segment.from);
    const early = held(-Infinity, first.at, dust(holdInside(first.value, D)));
    const late = held(last.at, Infinity, dust(holdInside(last.value, D)));
    return mapOf(
      (x) => {
        if (x < first.at) return early.at(x);
        if (x >= last.at) return late.at(x);
        const segment = segments[lastAtOrBefore(starts, x)]!;
        return segment.kind === 'held' ? segment.at(x) : dust(sample(x));
      },
      (x, side) => {
        if (isBefore(x, first.at, side)) return early;
        if (!isBefore(x, last.at, side)) return late;
        let i = Math.max(0, lastAtOrBefore(starts, x) - 1);
        while (i < segments.length - 1 && !isBefore(x, segments[i]!.to, side)) i++;
        return segments[i]!;
      },
    );
  },
  // What it shows now, with an end to pull at: the last frame of its source.
  born: ({ D, length }) => ({ keys: Object.fromEntries([0, (D ?? length) - (D === null ? 0 : 1)].filter((at, i) => i === 0 || at > 0).map((at, i) => [`k${i + 1}`, { id: `k${i + 1}`, at, to: at, joined: false }])) }),
  handles: ({ keys: own }) => Object.values(own).sort((a, b) => a.at - b.at).map((key, i, list) => ({
    name: `key ${i + 1}`, x: key.at, s: Number(key.to), goes: 'both', drawn: 'point',
    pull: (x, s, later = false) => {
      // Keys keep their order.
      const at = pulled(Math.max((list[i - 1]?.at ?? -Infinity) + 0.01, Math.min(later ? Infinity : (list[i + 1]?.at ?? Infinity) - 0.01, key.at + x)));
      const to = pulled(Number(key.to) + Math.round(s));
      const behind = later ? Object.fromEntries(list.slice(i + 1).map((one) => [one.id, { ...one, at: pulled(one.at + at - key.at) }])) : {};
      return { fields: { keys: { ...own, ...behind, [key.id]: { ...key, at, to } } }, told: `frame ${to} at ${at}${later && i < list.length - 1 ? ', what follows keeps its rate' : ''}` };
    },
  })),
  examples: [
    { given: {}, x: 7, becomes: 7 },
    { given: { keys: { a: { id: 'a', at: 0, to: 10 }, b: { id: 'b', at: 20, to: 0 } } }, x: 5, becomes: 7.5 },
    { given: { keys: { a: { id: 'a', at: 4, to: 6 }, b: { id: 'b', at: 8, to: 40 } } }, D: 30, x: 2, becomes: 6 },
    { given: { keys: { a: { id: 'a', at: 4, to: 6 }, b: { id: 'b', at: 8, to: 40 } } }, D: 30, x: 9, becomes: 29 },
    { given: { keys: { a: { id: 'a', at: 0, to: 0, right: 'hold' }, b: { id: 'b', at: 8, to: 4 } } }, x: 7, becomes: 0 },
    { given: { keys: { a: { id: 'a', at: 0, to: 0 }, b: { id: 'b', at: 8, to: 4, arrives: 8 } } }, x: 6, becomes: 6 },
  ],
});

/** A run as a segment: inside it the curve, at its ends the limits. */
function segmentOf({ from, to, start, end, kind }: Run, sample: (x: number) => number, D: number | null): Segment {
  if (kind === 'held') return held(from, to, dust(holdInside(start, D)));
  if (kind === 'linear') return straight(from, to, from, start, (end - start) / (to - from));
  const at = (x: number) => (x <= from ? start : x >= to ? end : sample(x));
  const step = (to - from) * 1e-5;
  return {
    from, to, kind: 'curved', at,
    rate: (x) => {
      const [low, high] = [Math.max(from, Math.min(to - step, x - step)), Math.min(to, Math.max(from + step, x + step))];
      return (at(high) - at(low)) / (high - low);
    },
  };
}
