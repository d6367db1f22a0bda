import { createCanvas, type Canvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { layPicture, lendSheets, makeReady, sharedSize } from './lent-sheets';
import { bytesOf } from './sheet-pool';
import type { Picture, Surface } from './surface';

const surfaceOf = (canvas: Canvas) => canvas.getContext('2d') as unknown as Surface;
const read = (canvas: Canvas) => [...canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data];

/** Sheets of one kind of canvas, and the sizes of those that were made. */
function lending(shared: boolean) {
  const made: [number, number][] = [];
  const lent = lendSheets((width, height) => { made.push([width, height]); return createCanvas(width, height); }, surfaceOf, ...(shared ? [sharedSize] : []));
  return { ...lent, made };
}

test('a small sheet lies on a canvas of a size that many share; a large one is exact', () => {
  expect([[1, 16], [64, 64], [65, 3], [256, 256]].map(([w, h]) => sharedSize(w!, h!))).toEqual([[64, 64], [64, 64], [256, 256], [256, 256]]);
  expect([sharedSize(257, 3), sharedSize(544, 306)]).toEqual([[257, 3], [544, 306]]);
});

test('made ready, three sheets of each shared size are lent without a new canvas; a picture says what its canvas takes', () => {
  const { sheet, giveBack, made } = lending(true);
  makeReady({ sheet, giveBack });
  expect(made).toHaveLength(6);
  const lent = [[5, 5], [64, 1], [10, 60], [65, 65], [200, 9], [256, 256]].map(([w, h]) => sheet(w!, h!).picture);
  expect(made).toHaveLength(6);
  expect(lent.map(bytesOf)).toEqual([16384, 16384, 16384, 262144, 262144, 262144]);
  expect(bytesOf(createCanvas(10, 5) as unknown as Picture)).toBe(200);
});

test('what moves and changes its size by a pixel or two is lent the same canvas again', () => {
  const { sheet, giveBack, made } = lending(true);
  for (const [width, height] of [[51, 60], [52, 61], [50, 62], [4, 64]] as const) giveBack(sheet(width, height).picture);
  expect(made).toEqual([[64, 64]]);
  // Two at once are two.
  const both = [sheet(60, 60), sheet(61, 61)];
  expect(made).toHaveLength(2);
  for (const one of both) giveBack(one.picture);
});

test('a sheet is as large as it was asked for: what is painted beyond, or was left by the one before, is never seen', () => {
  fc.assert(fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }), fc.integer({ min: 0, max: 5 }), (width, height, by) => {
    const laid = [true, false].map((shared) => {
      const { sheet, giveBack } = lending(shared);
      const before = sheet(width, height);
      before.surface.fillStyle = '#f00';
      before.surface.fillRect(-9, -9, 99, 99);
      giveBack(before.picture);
      const { picture, surface } = sheet(Math.max(1, width - by), height);
      expect([picture.width, picture.height]).toEqual([Math.max(1, width - by), height]);
      surface.fillStyle = '#0f0';
      surface.fillRect(0, 0, 99, height / 2);
      const on = createCanvas(90, 90);
      layPicture(surfaceOf(on), picture, 5, 3);
      surfaceOf(on).filter = 'blur(2px)';
      layPicture(surfaceOf(on), picture, 40, 40);
      return read(on);
    });
    expect(laid[0]).toEqual(laid[1]);
  }), { numRuns: 40 });
});

test('only what was lent is taken back', () => {
  const { sheet, giveBack, made } = lending(true);
  giveBack(createCanvas(16, 16) as unknown as Picture);
  sheet(16, 16);
  expect(made).toHaveLength(1);
});
