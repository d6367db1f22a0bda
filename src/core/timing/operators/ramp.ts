import { blend, list, tellTime } from '../field';
import { defineOperator, pulled } from '../operator';
import { caughtRate, percentOf } from '../rate-words';
import { piecewise } from '../piecewise';
import { straight, type Segment } from '../segment';
import type { TimeMap } from '../time-map';

/** So many frames after the last cut a further one stands that nobody has placed. */
const NEXT = 30;

export const ramp = defineOperator({
  op: 'ramp',
  title: 'Ramp',
  about: 'Plays parts at rates of their own, with a soft change from one to the next.',
  fields: {
    cuts: list({ label: 'Cuts', unit: 'frames' }),
    rates: list({ label: 'Rates', unit: 'factor' }),
    blend: blend({ label: 'Blend' }),
  },
  tell: ({ cuts, rates }) => rates.map((rate, i) => `${percentOf(rate)}${i < cuts.length ? ` until ${tellTime(cuts[i]!)}` : ''}`).join(', '),
  did: ({ cuts, rates }) => (cuts.length === 0 ? `Plays at ${percentOf(rates[0] ?? 1)}` : `Plays at ${percentOf(rates[0] ?? 1)}, from frame ${tellTime(cuts[0]!)} on at ${percentOf(rates[1] ?? 1)}`),
  prepare: rampMap,
  // A second at half the rate from the playhead on, then as before.
  born: ({ at, second }) => {
    const from = Math.max(1, at);
    return { cuts: [from, from + second], rates: [1, 0.5, 1], blend: 0 };
  },
  // A cut more makes a part more, at the rate of the last; a cut less takes the last part away. So it is the other way round.
  along: (params, set) => {
    const { cuts = params.cuts, rates = params.rates } = set;
    const soft = set.blend ?? params.blend;
    const last = cuts[cuts.length - 1] ?? 0;
    const as = <T>(list: readonly T[], length: number, more: (i: number) => T) => Array.from({ length }, (_, i) => list[i] ?? more(i));
    const follow = set.rates && !set.cuts ? { cuts: as(cuts, Math.max(0, rates.length - 1), (i) => last + NEXT * (i + 1 - cuts.length)) } : set.cuts && !set.rates ? { rates: as(rates, cuts.length + 1, () => rates[rates.length - 1] ?? 1) } : {};
    const many = (follow.cuts ?? cuts).length;
    return { ...follow, ...(Array.isArray(soft) && soft.length !== many && !set.blend ? { blend: as(soft as readonly (readonly [number, number])[], many, () => [0, 0] as const) } : {}) };
  },
  faults: ({ cuts, rates, blend: soft }) => [
    ...(rates.length === cuts.length + 1 ? [] : [{ field: 'rates', message: `${cuts.length} cuts need ${cuts.length + 1} rates, and there are ${rates.length}` }]),
    ...(cuts.some((cut) => cut <= 0) ? [{ field: 'cuts', message: 'cuts stand after frame 0' }] : []),
    ...(cuts.some((cut, i) => i > 0 && cut <= cuts[i - 1]!) ? [{ field: 'cuts', message: 'cuts rise from one to the next' }] : []),
    ...(Array.isArray(soft) && soft.length !== cuts.length ? [{ field: 'blend', message: 'a list of blends has one pair per cut' }] : []),
  ],
  handles: ({ cuts, rates, blend: soft }, { length }) => {
    const feet = feetOf(cuts, soft);
    const { at } = piecewise(segmentsOf(cuts, rates, feet));
    const edge = (i: number) => (i < 0 ? 0 : (cuts[i] ?? Math.max(length, (cuts[cuts.length - 1] ?? 0) + 1)));
    return [
      ...cuts.map((cut, i) => ({
        name: `cut ${i + 1}`, x: cut, s: at(cut), goes: 'across', drawn: 'point',
        pull: (x: number, _: number, later = false) => { const now = pulled(Math.max((cuts[i - 1] ?? 0) + 0.01, Math.min(later ? Infinity : (cuts[i + 1] ?? Infinity) - 0.01, cut + x))); return { fields: { cuts: cuts.map((one, k) => (k === i ? now : later && k > i ? pulled(one + now - cut) : one)) }, told: `changes at ${now}${later && i < cuts.length - 1 ? ', the cuts behind it along' : ''}` }; },
      } as const)),
      ...rates.map((rate, i) => {
        const [from, to] = [edge(i - 1), edge(i)];
        const middle = (from + to) / 2;
        return {
          name: `the rate of part ${i + 1}`, x: middle, s: at(middle), goes: 'up', drawn: 'point', label: percentOf(rate),
          pull: (_: number, s: number) => { const now = caughtRate(rate + s / Math.max(1, middle - from)); return { fields: { rates: rates.map((one, k) => (k === i ? now : one)) }, told: percentOf(now) }; },
        } as const;
      }),
      ...feet.flatMap(([before, after], i) => ([-1, 1] as const).map((side) => {
        const width = side < 0 ? before : after;
        return {
          name: `how softly it changes ${side < 0 ? 'before' : 'after'} cut ${i + 1}`, x: cuts[i]! + side * Math.max(width, 0), s: at(cuts[i]! + side * width), goes: 'across', drawn: 'foot', side,
          pull: (x: number) => { const now = pulled(Math.max(0, width + side * x)); return { fields: { blend: feet.map((pair, k) => (k === i ? (side < 0 ? [now, pair[1]] : [pair[0], now]) : pair)) }, told: `${now} frames ${side < 0 ? 'before' : 'after'}` }; },
        } as const;
      })),
    ];
  },
  examples: [
    { given: { cuts: [20, 40], rates: [1, 0.25, 2] }, x: 41, becomes: 27 },
    { given: { cuts: [20, 40], rates: [1, 0.25, 2], blend: 10 }, x: 20, becomes: 19.0625 },
    { given: { cuts: [20], rates: [1, -1] }, x: 25, becomes: 15 },
    { given: { cuts: [20], rates: [2, 0] }, x: -3, becomes: -6 },
    { given: { cuts: [10], rates: [1, 3], blend: [[0, 4]] }, x: 14, becomes: 18 },
    { given: { cuts: [], rates: [0.5] }, x: 9, becomes: 4.5 },
  ],
});

/** The time that a ramp of such numbers makes of the one that comes in. */
export function rampMap({ cuts, rates, blend: soft }: { readonly cuts: readonly number[]; readonly rates: readonly number[]; readonly blend: number | readonly (readonly [number, number])[] }): TimeMap {
  return piecewise(segmentsOf(cuts, rates, feetOf(cuts, soft)));
}

/** How far the change of rate reaches before and after each cut, within the room that there is. */
export function feetOf(cuts: readonly number[], soft: number | readonly (readonly [number, number])[]): readonly (readonly [before: number, after: number])[] {
  if (typeof soft === 'number') {
    const room = Math.min(2 * (cuts[0] ?? 0), ...cuts.slice(1).map((cut, i) => cut - cuts[i]!));
    const half = Math.max(0, Math.min(soft, room)) / 2;
    return cuts.map(() => [half, half]);
  }
  const feet = cuts.map((_, i) => [soft[i]?.[0] ?? 0, soft[i]?.[1] ?? 0] as [number, number]);
  for (let i = 0; i < feet.length - 1; i++) {
    const gap = cuts[i + 1]! - cuts[i]!;
    const wanted = feet[i]![1] + feet[i + 1]![0];
    if (wanted <= gap) continue;
    feet[i]![1] *= gap / wanted;
    feet[i + 1]![0] = gap - feet[i]![1];
  }
  if (feet[0]) feet[0][0] = Math.min(feet[0][0], cuts[0]!);
  return feet;
}

/** The integral of the rate from 0 on: straight parts, and bent ones where the rate changes, cut where time turns round. */
function segmentsOf(cuts: readonly number[], rates: readonly number[], feet: readonly (readonly [number, number])[]): readonly Segment[] {
  const segments: Segment[] = [];
  // The point that the next part goes on from; before the first cut that is 0, where the integral begins.
  let [x, y, from] = [0, 0, -Infinity];
  cuts.forEach((cut, i) => {
    const [before, after] = feet[i]!;
    const [slow, fast] = [rates[i]!, rates[i + 1]!];
    const [begin, end] = [cut - before, cut + after];
    if (begin > from) {
      segments.push(straight(from, begin, x, y, slow));
      [x, y, from] = [begin, y + (begin - x) * slow, begin];
    }
    const width = before + after;
    if (width === 0) return;
    const bend = (fast - slow) / width;
    const [x0, y0] = [x, y];
    const turn = slow * fast < 0 ? x0 - slow / bend : null;
    for (const [a, b] of turn === null ? [[begin, end]] : [[begin, turn], [turn, end]]) {
      if (b! <= a!) continue;
      segments.push(bend === 0 ? straight(a!, b!, x0, y0, slow) : { from: a!, to: b!, kind: 'curved', at: (t) => y0 + (t - x0) * (slow + (bend * (t - x0)) / 2), rate: (t) => slow + bend * (t - x0) });
    }
    [x, y, from] = [end, y0 + width * ((slow + fast) / 2), end];
  });
  segments.push(straight(from, Infinity, x, y, rates[rates.length - 1] ?? 1));
  return segments;
}
