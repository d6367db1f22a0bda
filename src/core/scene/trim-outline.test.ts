import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { boundsOf, CLOSE, COORDINATES, LINE, MOVE, type Outline } from '../display';
import { ellipse, rectangle } from './shape-outline';
import { trimOutline } from './trim-outline';

const square: Outline = [MOVE, 0, 0, LINE, 100, 0, LINE, 100, 100, LINE, 0, 100, CLOSE];
const path: Outline = [MOVE, 0, 0, LINE, 60, 0, LINE, 60, 40];

/** An outline without the dust of its sums. */
const clean = (outline: Outline) => outline.map((value) => Math.round(value * 1e6) / 1e6 + 0);

/** How long an outline of straight legs is, and how often the pen is put down. */
function measure(outline: Outline): { readonly length: number; readonly strokes: number } {
  let [length, strokes, x, y] = [0, 0, 0, 0];
  for (let i = 0; i < outline.length; i += 1 + COORDINATES[outline[i]!]!) {
    const end = i + COORDINATES[outline[i]!]!;
    const [nx, ny] = [outline[end - 1]!, outline[end]!];
    if (outline[i] === MOVE) strokes++;
    else length += Math.hypot(nx - x, ny - y);
    [x, y] = [nx, ny];
  }
  return { length, strokes };
}

describe('a trimmed stroke', () => {
  test('the whole length is the outline itself', () => {
    expect(trimOutline(square, 0, 100, 0)).toBe(square);
    expect(trimOutline(square, 30, 130, 12)).toBe(square);
  });
  test('nothing between equal ends', () => expect(trimOutline(square, 40, 40, 7)).toEqual([]));
  test('begins and ends where its fractions fall', () => expect(clean(trimOutline(path, 10, 80, 0))).toEqual([MOVE, 10, 0, LINE, 60, 0, LINE, 60, 20]));
  test('reversed ends mean the same part', () => expect(trimOutline(path, 80, 10, 0)).toEqual(trimOutline(path, 10, 80, 0)));
  test('goes round over the closing point without lifting the pen', () => {
    const part = clean(trimOutline(square, 90, 110, 0));
    expect(part).toEqual([MOVE, 0, 40, LINE, 0, 0, LINE, 40, 0]);
    expect(clean(trimOutline(square, 0, 20, 90))).toEqual(part);
    expect(clean(trimOutline(square, 0, 20, -10))).toEqual(part);
  });
  test('on an open path it lifts the pen to go round', () => expect(measure(trimOutline(path, 80, 120, 0)).strokes).toBe(2));
  test('is as long as its share, wherever it lies', () =>
    fc.assert(fc.property(fc.integer({ min: -100, max: 200 }), fc.integer({ min: 1, max: 99 }), fc.integer({ min: -300, max: 300 }), (from, share, shift) =>
      Math.abs(measure(trimOutline(square, from, from + share, shift)).length - share * 4) < 1e-6)));
  test('a curve is cut by its length, and stays on itself', () => {
    const quarter = trimOutline(ellipse(200, 200), 0, 25, 0);
    expect(boundsOf(quarter)!.map((value) => Math.round(value))).toEqual([0, -100, 100, 0]);
    const sliver = trimOutline(ellipse(200, 200), 40, 41, 0);
    expect(Math.hypot(sliver[1]!, sliver[2]!)).toBeCloseTo(100, 0);
  });
  test('an outline of several parts is one length', () => {
    const two = [...rectangle(10, 10, 0), ...rectangle(30, 30, 0)];
    expect(measure(trimOutline(two, 0, 25, 0)).length).toBeCloseTo(40, 6);
    expect(measure(trimOutline(two, 20, 30, 0)).strokes).toBe(2);
  });
  test('a point has no length to trim', () => expect(trimOutline([MOVE, 5, 5, LINE, 5, 5], 0, 50, 0)).toEqual([]));
});
