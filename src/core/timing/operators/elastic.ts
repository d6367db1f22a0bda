import { number } from '../field';
import { defineOperator, pulled } from '../operator';
import { percentOf } from '../rate-words';
import { piecewise } from '../piecewise';
import { held, straight, type Segment } from '../segment';
import { identity } from '../time-map';

export const elastic = defineOperator({
  op: 'elastic',
  title: 'Elastic',
  about: 'Brings what is inside to a length: its rigid spans play as they are, the rest takes up the slack.',
  fields: { length: number({ label: 'Length', unit: 'frames' }) },
  tell: ({ length }) => `brought to ${typeof length === 'number' ? Math.round(length * 100) / 100 : length} frames`,
  did: ({ length }) => `Lasts ${length} frames; rigid spans inside play as they are`,
  prepare: ({ length }, { D, rigid }) => {
    if (D === null) return identity;
    const whole = rigid.reduce((sum, [from, to]) => sum + to - from, 0);
    const last: (from: number) => Segment = (from) => held(from, Infinity, D - 1);
    // Where all is rigid there is no slack to take up.
    if (whole >= D) return piecewise([straight(-Infinity, D, 0, 0, 1), last(D)]);
    const L = Math.max(Number(length), whole);
    const stretch = (L - whole) / (D - whole);
    const segments: Segment[] = [];
    let [x, s] = [0, 0];
    const play = (until: number, worth: number) => {
      const lasts = (until - s) * worth;
      // Before 0 time comes in as it is.
      if (s === 0 && x === 0 && segments.length === 0) segments.push(straight(-Infinity, 0, 0, 0, 1));
      if (lasts > 0) segments.push(straight(x, x + lasts, x, s, 1 / worth));
      [x, s] = [x + lasts, until];
    };
    for (const [from, to] of rigid) {
      play(from, stretch);
      play(to, 1);
    }
    play(D, stretch);
    // What adding leaves must not make a hole before the end.
    const end = segments.findLastIndex((segment) => segment.from < L);
    return piecewise([...segments.slice(0, end + 1).map((segment, i) => (i === end ? { ...segment, to: L } : segment)), last(L)]);
  },
  born: ({ length, second }) => ({ length: length + second }),
  faults: ({ length }) => (typeof length === 'number' && length < 0 ? [{ field: 'length', message: 'it lasts 0 frames or more' }] : []),
  faultsOnKeys: () => [{ field: 'op', message: 'elastic works on content alone: keys have no length of their own' }],
  handles: ({ length }, { D }) => (D === null ? [] : [{ name: 'its end', x: Number(length), s: D - 1, goes: 'across', drawn: 'point', label: percentOf(Number(length) / D), pull: (x) => { const now = pulled(Math.max(0, Number(length) + x)); return { fields: { length: now }, told: `${now} frames, ${percentOf(now / D)} of ${D}` }; } }]),
  examples: [
    { given: { length: 160 }, D: 100, rigid: [[0, 20], [80, 100]], x: 25, becomes: 22.5 },
    { given: { length: 160 }, D: 100, rigid: [[0, 20], [80, 100]], x: 170, becomes: 99 },
    { given: { length: 70 }, D: 100, rigid: [[0, 20], [80, 100]], x: 24, becomes: 28 },
    { given: { length: 10 }, D: 100, rigid: [[0, 20], [80, 100]], x: 20, becomes: 80 },
    { given: { length: 300 }, D: 100, rigid: [[0, 100]], x: 99.5, becomes: 99.5 },
    { given: { length: 200 }, D: 100, x: 50, becomes: 25 },
    { given: { length: 50 }, D: 100, x: -4, becomes: -4 },
  ],
});
