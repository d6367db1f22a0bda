import fc from 'fast-check';
import { expect, test } from 'vitest';
import { keysNear } from './keys-near';

test('the nearest keys of each track, in their order, no more than a share of each', () => {
  const keys = (...times: readonly number[]) => times.map((at) => ({ at }));
  expect(keysNear([{ keys: keys(0, 10, 20, 30, 40), at: 21 }, { keys: keys(5), at: 0 }], 4)).toEqual([keys(20, 30), keys(5)]);
  expect(keysNear([{ keys: keys(0, 10, 20), at: 99 }], 2)).toEqual([keys(10, 20)]);
  expect(keysNear([{ keys: keys(0, 10, 20), at: -99 }], 2)).toEqual([keys(0, 10)]);
  fc.assert(fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 200 }), { minLength: 1 }), fc.integer({ min: -20, max: 220 }), fc.integer({ min: 1, max: 12 }), (times, at, most) => {
    const all = keys(...[...times].sort((a, b) => a - b));
    const [near] = keysNear([{ keys: all, at }], most);
    expect(near!.length).toBe(Math.min(most, all.length));
    const farthest = Math.max(...near!.map((key) => Math.abs(key.at - at)));
    for (const key of all) if (!near!.includes(key)) expect(Math.abs(key.at - at)).toBeGreaterThanOrEqual(farthest);
  }));
});
