import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { lastAtOrBefore, prepareEase, prepareHeld, prepareScalar, prepareVector, segmentControls, type Rules, type ScalarKey, type VectorKey } from '.';
import { prepareFinder } from './find-key';

const HOLD: Rules = { before: 'hold', after: 'hold', repeats: null };
const key = (at: number, value: number, more: Partial<ScalarKey> = {}): ScalarKey => ({ id: `k${at}`, at, value, ...more });
const curve = (keys: readonly ScalarKey[], rules: Partial<Rules> = {}, value = 0) => prepareScalar({ ...HOLD, ...rules, value, keys });

/** Rising times a few frames apart, with values and handles of every kind. */
const arbitraryKeys = fc
  .array(fc.record({
    gap: fc.integer({ min: 1, max: 40 }),
    value: fc.integer({ min: -200, max: 200 }),
    right: fc.oneof(fc.constant(undefined), fc.constant('hold' as const), fc.constant('smooth' as const), fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: -100, max: 100 }))),
    left: fc.oneof(fc.constant(undefined), fc.constant('smooth' as const), fc.tuple(fc.integer({ min: -60, max: 0 }), fc.integer({ min: -100, max: 100 }))),
  }), { minLength: 2, maxLength: 12 })
  .map((list) => {
    let at = 0;
    return list.map(({ gap, value, right, left }, i) => ({ id: `k${i}`, at: (at += gap), value, right, left }) as ScalarKey);
  });

/** The plain way: bisect the time cubic, slowly and surely. */
function plainValue(keys: readonly ScalarKey[], x: number): number {
  const i = keys.findLastIndex((one) => one.at <= x);
  const controls = segmentControls(keys, i);
  const [from, to] = [keys[i]!, keys[i + 1]!];
  if (!controls) return from.value;
  const cubic = (s: number, a: number, b: number, c: number, d: number) => (1 - s) ** 3 * a + 3 * (1 - s) ** 2 * s * b + 3 * (1 - s) * s * s * c + s ** 3 * d;
  let [low, high] = [0, 1];
  for (let round = 0; round < 100; round++) {
    const s = (low + high) / 2;
    if (cubic(s, from.at, from.at + controls.right[0], to.at + controls.left[0], to.at) < x) low = s;
    else high = s;
  }
  return cubic((low + high) / 2, from.value, from.value + controls.right[1], to.value + controls.left[1], to.value);
}

describe('segments', () => {
  test('the fast curve is the plain one', () =>
    fc.assert(fc.property(arbitraryKeys, fc.double({ min: 0, max: 0.999999, noNaN: true }), (keys, u) => {
      const x = keys[0]!.at + u * (keys[keys.length - 1]!.at - keys[0]!.at);
      const [fast, plain] = [curve(keys)(x), plainValue(keys, x)];
      // Where time stands still for a moment, values are as steep as they like: compare the time that gives them.
      const steep = Math.abs(plainValue(keys, Math.max(keys[0]!.at, x - 1e-9)) - plain) + 1e-7;
      return Math.abs(fast - plain) <= 2e-6 + steep * 2;
    }), { seed: 104, numRuns: 600 }));
  test('a key shows its own value exactly', () =>
    fc.assert(fc.property(arbitraryKeys, (keys) => keys.slice(0, -1).every((one) => curve(keys)(one.at) === one.value))));
  test('a curve between two smooth handles never leaves its keys', () =>
    fc.assert(fc.property(arbitraryKeys, (keys) => {
      const smooth = keys.map((one) => ({ ...one, left: 'smooth' as const, right: 'smooth' as const }));
      const sample = curve(smooth);
      return smooth.slice(0, -1).every((one, i) => {
        const [low, high] = [Math.min(one.value, smooth[i + 1]!.value), Math.max(one.value, smooth[i + 1]!.value)];
        return Array.from({ length: 21 }, (_, k) => sample(one.at + ((smooth[i + 1]!.at - one.at) * k) / 20)).every((value) => value >= low - 1e-9 && value <= high + 1e-9);
      });
    })));
  test('hold keeps the value until the next key', () => expect([9.999, 10].map(curve([key(0, 5, { right: 'hold' }), key(10, 8)]))).toEqual([5, 8]));
  test('a handle longer than its segment is shortened along its direction', () =>
    expect(segmentControls([key(0, 0, { right: [60, 30] }), key(20, 90)], 0)!.right).toEqual([20, 10]));
  test('a flat spot (both handles as long as the segment) is solved', () => {
    const sample = curve([key(0, 0, { right: [10, 0] }), key(10, 100, { left: [-10, 0] })]);
    expect(sample(5)).toBeCloseTo(50, 2);
    expect(sample(4.9)).toBeLessThan(sample(5.1));
  });
  test('without keys the value rests', () => expect(curve([], {}, 7)(123)).toBe(7));
});

describe('outside the keys', () => {
  const keys = [key(10, 0), key(20, 40)];
  test.each([
    ['hold', 25, 40], ['repeat', 20, 0], ['repeat', 25, 20], ['climb', 20, 40], ['climb', 35, 100], ['swing', 25, 20], ['swing', 30, 0], ['swing', 32, 8], ['glide', 25, 60],
  ] as const)('after %s at %d gives %d', (after, x, value) => expect(curve(keys, { after })(x)).toBeCloseTo(value, 9));
  test.each([['hold', 5, 0], ['repeat', 5, 20], ['climb', 5, -20], ['swing', 5, 20], ['glide', 5, -20]] as const)('before %s at %d gives %d', (before, x, value) =>
    expect(curve(keys, { before })(x)).toBeCloseTo(value, 9));
  test('repeats counts whole plays, the keyed one included', () => {
    expect(curve(keys, { after: 'repeat', repeats: 2 })(29.9)).toBeCloseTo(39.6, 9);
    expect(curve(keys, { after: 'repeat', repeats: 2 })(30)).toBe(40);
    expect(curve(keys, { after: 'repeat', repeats: 1 })(20)).toBe(40);
    expect(curve(keys, { after: 'climb', repeats: 3 })(1000)).toBe(120);
    expect(curve(keys, { after: 'swing', repeats: 2 })(1000)).toBe(0);
    expect(curve(keys, { after: 'swing', repeats: 3 })(1000)).toBe(40);
  });
  test('with one key every rule holds', () => {
    for (const after of ['hold', 'repeat', 'climb', 'swing', 'glide'] as const) expect(curve([key(5, 9)], { before: after, after })(77)).toBe(9);
  });
  test('repeating is periodic', () =>
    fc.assert(fc.property(arbitraryKeys, fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 400 }), (list, n, step) => {
      const sample = curve(list, { after: 'repeat', before: 'repeat' });
      const length = list[list.length - 1]!.at - list[0]!.at;
      const x = list[0]!.at + (step % length);
      return sample(x + n * length) === sample(x) && sample(x - n * length) === sample(x);
    })));
  test('glide goes on along the handle, and level after a hold', () => {
    expect(curve([key(0, 0), key(10, 10, { left: [-5, 0] })], { after: 'glide' })(20)).toBe(10);
    expect(curve([key(0, 0, { right: 'hold' }), key(10, 10)], { after: 'glide' })(20)).toBe(10);
  });
});

describe('keys that jump, curves and closed loops', () => {
  test('a segment ends on what its key arrives with, and the value is shown from the key on', () => {
    const sample = curve([key(0, 0), key(10, 100, { arrives: 50 }), key(20, 100)]);
    expect([5, 9.999, 10].map(sample)).toEqual([25, expect.closeTo(49.995, 9), 100]);
    expect(curve([key(0, 0), key(10, 100, { arrives: 50 })], { after: 'climb' })(15)).toBe(125);
    expect(curve([key(0, 0), key(10, 100, { arrives: 50 })], { after: 'glide' })(12)).toBe(110);
    expect(curve([key(0, 0, { arrives: 70 }), key(10, 100)], { before: 'glide' })(-1)).toBe(-10);
  });
  test('smooth handles take a jump as an end, and their neighbours reckon with what a segment ends on', () => {
    const smooth = { left: 'smooth', right: 'smooth' } as const;
    const keys = [key(0, 0, smooth), key(10, 10, smooth), key(20, 90, { ...smooth, arrives: 20 }), key(30, 100, smooth)];
    expect(segmentControls(keys, 0)!.left).toEqual([-10 / 3, -10 / 3]);
    expect(segmentControls(keys, 1)!.left[1]).toBeCloseTo(0, 12);
    expect(segmentControls(keys, 2)!.right[1]).toBeCloseTo(0, 12);
  });
  test('a curve passes over handles and holds, and a glide goes on at its slope', () => {
    const bent = (more: object) => [key(0, 0, { right: 'hold', ...more }), key(10, 100, { left: [-9, 50] })];
    expect(curve(bent({ curve: { kind: 'power', amount: 2 } }))(5)).toBe(25);
    expect(curve(bent({ curve: { kind: 'power', amount: 2 } }), { after: 'glide' })(11)).toBe(120);
    expect(curve(bent({ curve: { kind: 'power', amount: 0.5 } }), { before: 'glide' })(-5)).toBe(0);
    expect(curve([key(0, 0, { curve: { kind: 'power', amount: 2 } }), key(10, 100, { arrives: 40 })])(5)).toBe(10);
  });
  test('a closed loop takes smooth slopes across its seam, and only then', () => {
    const smooth = { left: 'smooth', right: 'smooth' } as const;
    const keys = [key(0, 0, smooth), key(10, 30, smooth), key(20, -30, smooth), key(30, 0, smooth)];
    const round = { before: 'repeat', after: 'repeat', closed: true } as const;
    const slope = (rules: Partial<Rules>, list = keys) => (curve(list, rules)(1e-6) - list[0]!.value) / 1e-6;
    expect(slope(round)).toBeCloseTo(3, 4);
    expect(slope({ ...round, repeats: 3 })).toBeCloseTo(3, 4);
    for (const rules of [{ ...round, closed: false }, { ...round, after: 'hold' as const }]) expect(slope(rules)).toBeCloseTo(0, 4);
    expect(slope(round, [...keys.slice(0, 3), key(30, 1e-12, smooth)])).toBeCloseTo(0, 4);
    expect(slope(round, [...keys.slice(0, 3), key(30, 0, { ...smooth, arrives: 5 })])).toBeCloseTo(0, 4);
    expect(slope(round, [key(0, 0, { ...smooth, arrives: 5 }), ...keys.slice(1)])).toBeCloseTo(0, 4);
  });
  test('a glide holds where the end tangent is upright, and looks past handles of no length', () => {
    expect(curve([key(0, 0), key(10, 10, { left: [0, 5] })], { after: 'glide' })(20)).toBe(10);
    expect(curve([key(0, 0, { right: [5, 0] }), key(10, 10, { left: [0, 0] })], { after: 'glide' })(15)).toBe(20);
  });
  test('a time a hair before the next play is in it', () => expect(curve([key(0, 0), key(0.7, 7)], { after: 'repeat' })(2.1)).toBeCloseTo(0, 9));
});

describe('points, colours and what holds', () => {
  const point = (at: number, value: readonly number[], more: Partial<VectorKey> = {}): VectorKey => ({ id: `k${at}`, at, value, ...more });
  const vector = (keys: readonly VectorKey[], rules: Partial<Rules> = {}) => prepareVector({ ...HOLD, ...rules, value: [0, 0], keys });
  test('mix per component, straight by default', () => expect(vector([point(0, [0, 10, 0, 1]), point(10, [10, 0, 4, 0])])(5)).toEqual([5, 5, 2, 0.5]));
  test('hold, and an ease on progress', () => {
    expect(vector([point(0, [0, 0], { ease: 'hold' }), point(10, [10, 10])])(9.9)).toEqual([0, 0]);
    expect(vector([point(0, [0, 0], { ease: [0.5, 0, 0.5, 1] }), point(10, [10, 20])])(5)[1]).toBeCloseTo(10, 6);
  });
  test('climb adds what a play gained', () => expect(vector([point(0, [0, 0]), point(10, [4, -2])], { after: 'climb' })(25)).toEqual([10, -5]));
  test('a path is walked at an even pace by its length', () => {
    const sample = vector([point(0, [0, 0], { pathRight: [0, -120] }), point(100, [300, 50], { pathLeft: [-40, 90] })]);
    const steps = Array.from({ length: 100 }, (_, i) => Math.hypot(sample(i + 1)[0]! - sample(i)[0]!, sample(i + 1)[1]! - sample(i)[1]!));
    expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(0.05);
  });
  test('glide leaves along the last leg at its pace', () => expect(vector([point(0, [0, 0]), point(10, [20, 0])], { after: 'glide' })(15)).toEqual([30, 0]));
  test('a point glides along the exact tangent at the mean pace of its leg', () => {
    const keys = [point(0, [0, 0], { pathRight: [30, 0] }), point(10, [30, 40])];
    const [x, y] = vector(keys, { after: 'glide' })(11);
    const leg = vector(keys);
    // A missing handle: towards the next control point that is another one, here straight down.
    expect(x).toBeCloseTo(30, 9);
    const length = Array.from({ length: 2000 }, (_, i) => Math.hypot(leg((i + 1) / 200)[0]! - leg(i / 200)[0]!, leg((i + 1) / 200)[1]! - leg(i / 200)[1]!)).reduce((a, b) => a + b);
    expect(y! - 40).toBeCloseTo(length / 10, 3);
  });
  test('points and colours run by a curve, end on what they arrive with, and glide on at its slope', () => {
    const keys = [point(0, [0, 0], { curve: { kind: 'power', amount: 2 }, ease: 'hold' }), point(10, [90, 0], { arrives: [40, 20] })];
    expect(vector(keys)(5)).toEqual([10, 5]);
    expect(vector(keys)(10)).toEqual([90, 0]);
    expect(vector(keys, { after: 'glide' })(15)).toEqual([130, 20]);
  });
  test('rows of another length have no way between them', () => {
    const sample = vector([point(0, [0, 0]), point(10, [10, 10]), point(20, [1, 2, 3])]);
    expect([sample(5), sample(15), sample(25)]).toEqual([[5, 5], [10, 10], [1, 2, 3]]);
  });
  test('texts hold, and repeat', () => {
    const sample = prepareHeld({ ...HOLD, after: 'repeat', value: '', keys: [{ id: 'a', at: 0, value: 'x' }, { id: 'b', at: 5, value: 'y' }, { id: 'c', at: 8, value: 'z' }] });
    expect([-3, 0, 4.9, 5, 8, 13].map(sample)).toEqual(['x', 'x', 'x', 'y', 'x', 'y']);
  });
  test('an ease begins at 0 and ends at 1', () => fc.assert(fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (x1, x2) => {
    const ease = prepareEase(x1, 0, x2, 1);
    return ease(0) === 0 && ease(1) === 1 && ease(0.3) <= ease(0.7) + 1e-9;
  })));
});

describe('finding', () => {
  test('the prepared finder answers as the plain search does', () =>
    fc.assert(fc.property(fc.uniqueArray(fc.double({ min: -1000, max: 1000, noNaN: true }).map((value) => value + 0), { minLength: 1, maxLength: 60 }), fc.double({ min: -1200, max: 1200, noNaN: true }), (list, at) => {
      const times = Float64Array.from(list).sort();
      const find = prepareFinder(times);
      return find(at) === lastAtOrBefore(times, at) && [...times].every((time, i) => find(time) === i);
    })));
});
