import { choice, pins as pinsField, tellTime } from '../field';
import { defineOperator, pulled } from '../operator';
import { piecewise } from '../piecewise';
import { straight, type Segment } from '../segment';
import { identity } from '../time-map';

type Pin = readonly [at: number, to: number];

export const pins = defineOperator({
  op: 'pins',
  title: 'Pins',
  about: 'Ties times of the source to moments; between two of them it plays faster or slower, outside as it is.',
  fields: {
    pins: pinsField({ label: 'Pins' }),
    shape: choice({ label: 'Between them', choices: ['linear', 'smooth'], words: { linear: 'straight', smooth: 'smooth' }, start: 'linear' }),
  },
  tell: ({ pins: list }) => (list.length === 0 ? 'none' : list.map(([at, to]) => `${tellTime(to)} at ${at}`).join(', ')),
  did: ({ pins: list }) => `Ties ${list.length === 1 ? 'a time' : `${list.length} times`} of the source to where ${list.length === 1 ? 'it is' : 'they are'} shown; nothing is changed yet`,
  prepare: (params) => {
    const list = params.pins.map(([at, to]): Pin => [at, Number(to)]).sort((a, b) => a[0] - b[0]);
    const [first, last] = [list[0], list[list.length - 1]];
    if (!first || !last) return identity;
    if (list.length === 1) return piecewise([straight(-Infinity, Infinity, first[0], first[1], 1)]);
    const chords = list.slice(1).map(([at, to], i) => (to - list[i]![1]) / (at - list[i]![0]));
    // Markers can lead pins that are smooth to where smooth ones may not stand.
    const smooth = params.shape === 'smooth' && chords.every((slope) => slope > 0);
    const between = smooth ? bent(list, slopesOf(list, chords)) : chords.map((slope, i) => straight(list[i]![0], list[i + 1]![0], list[i]![0], list[i]![1], slope));
    return piecewise([straight(-Infinity, first[0], first[0], first[1], 1), ...between, straight(last[0], Infinity, last[0], last[1], 1)]);
  },
  // What is seen stays where it is, with both ends to be pulled at.
  born: ({ D, length }) => ({ pins: [[0, 0], [D ?? length, D ?? length]] }),
  faults: ({ pins: list, shape }) => {
    const rising = [...list].sort((a, b) => a[0] - b[0]);
    const times = rising.map(([, to]) => to);
    return [
      ...(rising.some((pin, i) => i > 0 && pin[0] === rising[i - 1]![0]) ? [{ field: 'pins', message: 'two pins stand at one frame' }] : []),
      ...(shape === 'smooth' && times.some((to, i) => i > 0 && typeof to === 'number' && typeof times[i - 1] === 'number' && to <= (times[i - 1] as number)) ? [{ field: 'pins', message: 'smooth pins must rise in both times; use linear ones to play backwards' }] : []),
    ];
  },
  handles: ({ pins: list }) => list.map(([at, to], i) => ({
    name: `pin ${i + 1}`, x: at, s: Number(to), goes: 'both', drawn: 'point',
    pull: (x, s, later = false) => {
      const [now, shown] = [pulled(at + x), pulled(Number(to) + Math.round(s))];
      return { fields: { pins: list.map((pin, k) => (k === i ? [now, shown] : later && pin[0] > at ? [pulled(pin[0] + now - at), pin[1]] : pin)) }, told: `frame ${shown} at ${now}${later ? ', what follows keeps its rate' : ''}` };
    },
  })),
  examples: [
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 12, becomes: 10 + 4 / 3 },
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 75, becomes: 85 },
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 4, becomes: 4 },
    { given: { pins: [[30, 12]] }, x: 31, becomes: 13 },
    { given: { pins: [[0, 20], [10, 0]] }, x: 5, becomes: 10 },
    { given: { pins: [[0, 0], [10, 5]], shape: 'smooth' }, x: 10, becomes: 5 },
    { given: { pins: [] }, x: 7, becomes: 7 },
  ],
});

/** Slopes at smooth pins: inside as at smooth keys (timing.md, section 3), at the ends as near to rate 1 as the chord allows. */
function slopesOf(list: readonly Pin[], chords: readonly number[]): readonly number[] {
  return list.map((_, i) => {
    const [before, after] = [chords[i - 1], chords[i]];
    if (before === undefined || after === undefined) return Math.min(1, 3 * (before ?? after)!);
    const [h0, h1] = [list[i]![0] - list[i - 1]![0], list[i + 1]![0] - list[i]![0]];
    const [w0, w1] = [2 * h1 + h0, h1 + 2 * h0];
    return (w0 + w1) / (w0 / before + w1 / after);
  });
}

/** Cubic Hermite segments; the slopes are such that none of them turns. */
function bent(list: readonly Pin[], slopes: readonly number[]): readonly Segment[] {
  return list.slice(1).map(([to, y1], i) => {
    const [from, y0] = list[i]!;
    const h = to - from;
    const [m0, m1] = [slopes[i]! * h, slopes[i + 1]! * h];
    const at = (x: number) => {
      const u = (x - from) / h;
      return y0 + u * (m0 + u * (3 * (y1 - y0) - 2 * m0 - m1 + u * (m0 + m1 - 2 * (y1 - y0))));
    };
    const rate = (x: number) => {
      const u = (x - from) / h;
      return (m0 + u * (2 * (3 * (y1 - y0) - 2 * m0 - m1) + u * 3 * (m0 + m1 - 2 * (y1 - y0)))) / h;
    };
    return { from, to, kind: 'curved', at: (x: number) => (x >= to ? y1 : at(x)), rate };
  });
}
