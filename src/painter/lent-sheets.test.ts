import { createCanvas, type Canvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { layPicture, lendSheets, sharedSize } from './lent-sheets';
import type { Picture, Surface } from './surface';

const surfaceOf = (canvas: Canvas) => canvas.getContext('2d') as unknown as Surface;
const read = (canvas: Canvas) => [...canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data];

/** Sheets of one kind of canvas, and the sizes of those that were made. */
function lending(shared: boolean) {
  const made: [number, number][] = [];
  const lent = lendSheets((width, height) => { made.push([width, height]); return createCanvas(width, height); }, surfaceOf, ...(shared ? [sharedSize] : []));
  return { ...lent, made };
}

test('a small sheet lies on a canvas of a size that many share, at most half as large again; a large one is exact', () => {
  expect([[1, 16], [17, 25], [48, 49], [70, 170], [193, 256]].map(([w, h]) => sharedSize(w!, h!))).toEqual([[16, 16], [24, 32], [48, 64], [96, 192], [256, 256]]);
  expect([sharedSize(257, 3), sharedSize(544, 306)]).toEqual([[257, 3], [544, 306]]);
  fc.assert(fc.property(fc.integer({ min: 1, max: 256 }), (pixels) => { const [to] = sharedSize(pixels, 1); return to >= pixels && to <= Math.max(16, pixels * 1.5); }));
});

test('what moves and changes its size by a pixel or two is lent the same canvas again', () => {
  const { sheet, giveBack, made } = lending(true);
  for (const [width, height] of [[51, 60], [52, 61], [50, 62], [49, 64]] as const) giveBack(sheet(width, height).picture);
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
