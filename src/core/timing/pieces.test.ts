import fc from 'fast-check';
import { afterAll, describe, expect, test } from 'vitest';
import { dust, type Frames, type Rate } from '../time';
import { newOperator, pieces, preimages, prepareStack, type OperatorNode, type Piece, type Showing, type StackContext, type TimeMap } from '.';

const RATES: readonly Rate[] = [[30, 1], [24, 1], [25, 1], [24000, 1001]];
const frames = fc.oneof(fc.integer({ min: -10, max: 40 }), fc.integer({ min: -40, max: 160 }).map((n) => n / 4), fc.constantFrom(5.2, 0.7, 12.3));
const positive = fc.oneof(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 60 }).map((n) => n / 4));
const fields: fc.Arbitrary<readonly [Parameters<typeof newOperator>[0], Readonly<Record<string, unknown>>]> = fc.oneof(
  frames.map((by) => ['delay', { by }] as const),
  fc.record({ rate: fc.constantFrom(-2, -1, -0.5, 0, 0.3, 0.7, 1, 1.5, 3), at: frames }).map((one) => ['speed', one] as const),
  fc.record({ from: frames, length: positive }).map(({ from, length }) => ['reverse', { from, to: from + length }] as const),
  fc.record({ from: frames, length: positive, mode: fc.constantFrom('repeat', 'swing'), ends: fc.constantFrom('once', 'twice'), count: fc.option(fc.integer({ min: 1, max: 5 })) })
    .map(({ from, length, ...more }) => ['loop', { ...more, from, to: from + length }] as const),
  fc.record({ every: positive, phase: frames, round: fc.constantFrom('down', 'near') }).map((one) => ['step', one] as const),
  fc.record({ at: frames, for: positive }).map((one) => ['pause', one] as const),
  frames.map((at) => ['freeze', { at }] as const),
);
const on = fc.constantFrom<'content' | 'keys' | 'both'>('content', 'keys', 'both');
/** A swing whose turns fall on the edges of what follows: by chance alone they hardly ever do. */
const turning = fc.record({ length: fc.integer({ min: 2, max: 20 }), every: fc.integer({ min: 1, max: 3 }), side: on, after: fields }).map(({ length, every, side, after }) =>
  [[['loop', { mode: 'swing', to: length }], side], [['step', { every, phase: (length - 1) % every }], side], [after, side]] as const);
const stack = fc.oneof({ weight: 9, arbitrary: fc.array(fc.tuple(fields, on), { minLength: 1, maxLength: 4 }) }, { weight: 1, arbitrary: turning }).map((list) =>
  list.map(([[op, given], side], i): OperatorNode => ({ ...newOperator(op, `t${i}`, given), on: side })));
const context = fc.record({ host: fc.constantFrom(...RATES), source: fc.constantFrom(...RATES), D: fc.integer({ min: 1, max: 60 }), start: fc.oneof(fc.integer({ min: -5, max: 20 }), fc.constantFrom(0.5, 3.25)) })
  .map(({ host, source, D, start }): StackContext => ({ host, source: { rate: source, D, rigid: [] }, start, markers: [] }));

const held = { rates: 0, backwards: 0, jumps: 0, keys: 0, both: 0, turns: 0 };

/** What a list of pieces says at a time, or NaN in a hole. */
function said(list: readonly Piece[], x: Frames): number {
  const piece = list.find(({ from, to }) => from <= x && x < to);
  return piece ? piece.at(x) : Number.NaN;
}

function has(found: readonly Showing[], x: Frames): boolean {
  return found.some(({ from, to }) => (from === to ? Math.abs(x - from) <= 1e-4 : from <= x && x < to));
}

/** The whole frames of `[0, 60)` that are on screen while a source time is. */
function onScreen(map: TimeMap, s: Frames, until = 60): readonly (readonly [number, number])[] {
  return preimages(map, s, 0, until).found.map(({ from, to }) => [Math.ceil(from), from === to ? Math.floor(from) + 1 : Math.ceil(to)] as const);
}

describe('pieces, preimages and the map itself', () => {
  test('agree at every whole frame and a little to each side of it', () => {
    fc.assert(fc.property(stack, context, (timing, around) => {
      const prepared = prepareStack(timing, around);
      for (const map of [prepared.content, prepared.keys]) {
        const list = [...pieces(map, -20, 60)];
        for (let n = -15; n < 55; n++) {
          for (const off of [0, 1e-7, -1e-7, 1e-3, -1e-3]) {
            const x = dust(n + off);
            const shown = map.at(x);
            if (!(Math.abs(said(list, x) - shown) <= 3e-5)) throw new Error(`pieces say ${said(list, x)} at ${x}, the map ${shown}`);
            if (off === 0 && n % 9 === 0 && !has(preimages(map, shown, -20, 60).found, x)) throw new Error(`${shown} is shown at ${x} and not found`);
          }
        }
        if (list.some(({ kind, start, end }) => kind !== 'held' && end < start)) held.backwards++;
        if (list.some(({ jump }) => jump)) held.jumps++;
        if (list.some(({ from, to }) => to - from < 1e-5)) held.turns++;
      }
      if (around.host !== around.source!.rate) held.rates++;
      if (timing.some((node) => node.on === 'keys')) held.keys++;
      if (timing.some((node) => node.on === 'both')) held.both++;
    }), { seed: 71, numRuns: 1500 });
  });
  test('cover the window without a hole, each longer than nothing, and every preimage is shown', () => {
    fc.assert(fc.property(stack, context, frames, positive, (timing, around, from, length) => {
      const map = prepareStack(timing, around).content;
      let x = from;
      for (const piece of pieces(map, from, from + length)) {
        expect(Math.abs(piece.from - x)).toBeLessThan(1e-8);
        expect(piece.to).toBeGreaterThan(piece.from);
        x = piece.to;
      }
      expect(x).toBeCloseTo(from + length, 8);
      for (let s = 0; s < 30; s += 5) for (const { from: a, to: b } of preimages(map, s, 0, 60).found) {
        if (b - a < 1e-5 || b - a > 1e-4) expect(Math.abs(map.at(a === b ? a : (a + b) / 2) - s)).toBeLessThan(2e-5);
      }
    }), { seed: 72, numRuns: 500 });
  });
  afterAll(() => Object.entries(held).forEach(([what, many]) => expect(many, what).toBeGreaterThan(9)));
});

describe('edges by name', () => {
  const map = (timing: readonly (readonly [Parameters<typeof newOperator>[0], object])[], more: Partial<StackContext> = {}) =>
    prepareStack(timing.map(([op, given], i) => ({ on: 'content', ...newOperator(op, `t${i}`, given as never) })), { host: [30, 1], source: { rate: [30, 1], D: 20, rigid: [] }, start: 0, markers: [], ...more }).content;
  const shown = (one: TimeMap, until = 6) => Array.from({ length: until }, (_, n) => one.at(n));
  test('time that runs backwards into a step shows both frames of each', () => {
    const one = map([['reverse', {}], ['step', { every: 2 }]]);
    expect(shown(one)).toEqual([18, 18, 16, 16, 14, 14]);
    expect(onScreen(one, 18)).toEqual([[0, 2]]);
    expect([...pieces(one, 0, 6)].map(({ from, to, start }) => [Math.ceil(from), Math.ceil(to), start]).filter(([from, to]) => to! > from!)).toEqual([[0, 2, 18], [2, 4, 16], [4, 6, 14]]);
  });
  test('a value that is shown at a turning point alone is found', () => {
    const one = map([['loop', { mode: 'swing' }], ['step', { every: 19 }]]);
    expect([18, 19, 20].map(one.at)).toEqual([0, 19, 0]);
    expect(onScreen(one, 19)).toEqual([[19, 20], [57, 58]]);
  });
  test('a negative speed before a loop', () => {
    const one = map([['speed', { rate: -1, at: 15 }], ['loop', { from: 0, to: 10 }]]);
    const list = [...pieces(one, 0, 40)];
    for (let n = 0; n < 40; n++) expect([n, said(list, n)]).toEqual([n, one.at(n)]);
    expect(onScreen(one, 0, 40)).toEqual([[0, 1], [10, 11], [20, 21], [30, 31]]);
  });
  test('the frame after a pause shows the paused one too', () => {
    expect(onScreen(map([['pause', { at: 10, for: 6 }]]), 10)).toEqual([[10, 17]]);
  });
  test('a pause on both between 25 and 30 frames a second is three pieces', () => {
    const { keys } = prepareStack([{ ...newOperator('pause', 'p', { at: 5.2, for: 2 }), on: 'both' }], { host: [25, 1], source: { rate: [30, 1], D: 40, rigid: [] }, start: 0, markers: [] });
    expect([...pieces(keys, 0, 20)].map(({ kind }) => kind)).toEqual(['linear', 'held', 'linear']);
  });
  test('time so slow that a frame lasts a while before it comes', () => {
    const one = map([['speed', { rate: 0.0005 }], ['loop', { to: 1 }]]);
    const list = [...pieces(one, 1990, 2010)];
    for (const x of [1999, 1999.999, 2000, 2000.001, 2001]) expect([x, Math.abs(said(list, x) - one.at(x)) < 3e-6]).toEqual([x, true]);
  });
});
