import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { untilSaved } from './browser';
import { askCommandLine } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { openFilm } from './open-film';

let page: Page;
const server = journeys('before', 4432, (opened) => { page = opened; });
const hand = handAt(() => page);

const lamp = { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { value: 100 }, y: { value: 100 }, width: { value: 80 }, height: { value: 60 } } };

/** The colour in the middle of where the lamp stood at first. */
const ink = () => page.evaluate(() => {
  const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-frame-shown]')!;
  const copy = document.createElement('canvas');
  [copy.width, copy.height] = [canvas.width, canvas.height];
  const to = copy.getContext('2d')!;
  to.drawImage(canvas, 0, 0);
  const scale = canvas.width / 640;
  return to.getImageData(Math.round(100 * scale), Math.round(100 * scale), 1, 1).data[0]! > 200;
});

test('while B is held the picture is that of before the last edit; let go, it is as it is, and nothing was changed', async () => {
  const project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 60, background: '#000000', layers: [lamp] }]);
  await hand.pick('Lamp');
  await page.getByLabel('Across of Lamp', { exact: true }).click();
  await page.keyboard.type('500');
  await page.keyboard.press('Enter');
  await untilSaved(page);
  await expect.poll(ink).toBe(false);
  await page.keyboard.down('b');
  await page.getByText(/^Before “/).waitFor();
  await expect.poll(ink).toBe(true);
  await page.keyboard.up('b');
  await expect.poll(ink).toBe(false);
  expect(await page.getByText(/^Before “/).count()).toBe(0);
  // An edit while it is held ends it, and stands.
  await page.keyboard.down('b');
  await expect.poll(ink).toBe(true);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(ink).toBe(true);
  await page.keyboard.up('b');
  await untilSaved(page);
  await expect.poll(ink).toBe(true);
  expect(await askCommandLine(server.address, project, 'values', '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..1')).toEqual([100]);
});
