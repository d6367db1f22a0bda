import { expect, test } from 'vitest';
import { bytesOfI420, toI420 } from './i420';

/** A picture of one colour, as planes, and what a decoder makes of them: BT.709 limited, worked out the other way round. */
function roundTrip(red: number, green: number, blue: number): readonly number[] {
  const rgba = new Uint8ClampedArray(4 * 4 * 4);
  for (let i = 0; i < 16; i++) rgba.set([red, green, blue, 255], i * 4);
  const planes = toI420(rgba, 4, 4);
  const [y, u, v] = [(planes[5]! - 16) / 219, (planes[16]! - 128) / 224, (planes[20]! - 128) / 224];
  return [y + 1.5748 * v, y - 0.187324 * u - 0.468124 * v, y + 1.8556 * u].map((one) => Math.round(one * 255));
}

test('colours come back within three levels', () => {
  let most = 0;
  for (const red of [0, 51, 128, 200, 255]) for (const green of [0, 77, 128, 230, 255]) for (const blue of [0, 20, 128, 190, 255]) roundTrip(red, green, blue).forEach((one, i) => { most = Math.max(most, Math.abs(Math.min(255, Math.max(0, one)) - [red, green, blue][i]!)); });
  expect(most).toBeLessThanOrEqual(3);
});

test('black and white are 16 and 235, grey has no difference, and planes are as long as they must be', () => {
  const plane = (level: number) => { const planes = toI420(new Uint8ClampedArray(8 * 2 * 4).fill(level), 8, 2); return [planes[0], planes[16], planes[20]]; };
  expect([plane(0), plane(255), plane(128)]).toEqual([[16, 128, 128], [235, 128, 128], [126, 128, 128]]);
  expect([bytesOfI420(8, 2), toI420(new Uint8ClampedArray(64), 8, 2).length]).toEqual([24, 24]);
});

test('of four pixels the differences are the mean', () => {
  const rgba = new Uint8ClampedArray([255, 0, 0, 255, 0, 0, 255, 255, 255, 0, 0, 255, 0, 0, 255, 255]);
  const [, , , , u, v] = toI420(rgba, 2, 2);
  const [red, blue] = [toI420(new Uint8ClampedArray([255, 0, 0, 255, 255, 0, 0, 255, 255, 0, 0, 255, 255, 0, 0, 255]), 2, 2), toI420(new Uint8ClampedArray([0, 0, 255, 255, 0, 0, 255, 255, 0, 0, 255, 255, 0, 0, 255, 255]), 2, 2)];
  expect(Math.abs(u! - (red[4]! + blue[4]!) / 2)).toBeLessThanOrEqual(1);
  expect(Math.abs(v! - (red[5]! + blue[5]!) / 2)).toBeLessThanOrEqual(1);
});
