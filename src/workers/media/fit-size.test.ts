import fc from 'fast-check';
import { expect, test } from 'vitest';
import { fitSize, isClear } from './fit-size';

test('pictures that fit keep their size; others keep their shape and fit', () => {
  expect(fitSize(800, 600, 4096)).toEqual([800, 600]);
  expect(fitSize(8192, 4096, 4096)).toEqual([4096, 2048]);
  expect(fitSize(9, 100_000, 4096)).toEqual([1, 4096]);
  fc.assert(fc.property(fc.integer({ min: 1, max: 60_000 }), fc.integer({ min: 1, max: 60_000 }), (width, height) => {
    const [w, h] = fitSize(width, height, 4096);
    expect(Math.max(w, h)).toBeLessThanOrEqual(4096);
    if (Math.min(w, h) > 20) expect(w / h / (width / height)).toBeCloseTo(1, 0);
  }));
});

test('one pixel that can be seen through is enough', () => {
  const pixels = new Uint8ClampedArray(400).fill(255);
  expect(isClear(pixels)).toBe(false);
  pixels[203] = 254;
  expect(isClear(pixels)).toBe(true);
});
