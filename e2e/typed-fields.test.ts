import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { untilSaved } from './browser';
import { exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { openFilm } from './open-film';

let page: Page;
const server = journeys('typed', 4431, (opened) => { page = opened; });
const hand = handAt(() => page);
let project: string;

const lamp = { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { value: 200 }, y: { value: 100 }, width: { value: 80 }, height: { value: 60 } } };
async function open(more: object = {}): Promise<void> {
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 120, layers: [lamp], ...more }]);
  await hand.pick('Lamp');
}
const lampNow = async () => { await untilSaved(page); return (JSON.parse(await exported(server.address, project)) as { compositions: { layers: { channels: Record<string, { value?: number; formula?: string }> }[] }[] }).compositions[0]!.layers; };

/** As fast as a machine can type: a press each five milliseconds. */
const FAST = { delay: 5 };

test('what is typed at five milliseconds a key is what stands there, entered by a click, by Tab, by Ctrl+A', async () => {
  await open();
  const fields = ['Across', 'Down', 'Turn', 'Lean'] as const;
  let right = 0;
  for (let i = 0; i < 120; i++) {
    const label = fields[i % fields.length]!;
    const wanted = String(((i * 7919) % 8000) - 4000);
    const field = page.getByLabel(`${label} of Lamp`, { exact: true });
    if (i % 3 === 0) await field.focus();
    else await field.click();
    if (i % 2 === 0) await page.keyboard.press('Control+a');
    await page.keyboard.type(wanted, FAST);
    await page.keyboard.press('Enter');
    // The panel follows a moment later.
    const stands = () => field.inputValue().then((text) => text.replace(/[^\d.-]/g, ''));
    await expect.poll(stands, { message: `${label} is ${wanted}` }).toBe(wanted);
    right++;
  }
  expect(right).toBe(120);
  expect((await lampNow())[0]!.channels['x']!.value).toBe(((116 * 7919) % 8000) - 4000);
});

test('a formula that is typed on at once is written, whatever its letters do elsewhere', async () => {
  await open();
  await page.getByLabel('Across of Lamp', { exact: true }).click();
  await page.keyboard.type('=keyed + sine(2s) * 40', FAST);
  await page.locator('[data-formula] [data-ready]').first().waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Undo Drive/ }).waitFor();
  const layers = await lampNow();
  expect([layers.length, layers[0]!.channels['x']!.formula]).toEqual([1, 'keyed + sine(2s) * 40']);
  await expect.poll(() => page.getByLabel('Across of Lamp', { exact: true }).inputValue()).toMatch(/^= /);
});

test('= where no field is, asks which track; a press on its value says it', async () => {
  await open();
  await page.keyboard.press('=');
  await page.getByText('Which track shall it drive?').first().waitFor();
  await page.locator('[data-field=rotation]').click({ position: { x: 10, y: 8 } });
  await page.keyboard.type('clock * 30', FAST);
  await page.locator('[data-formula] [data-ready]').first().waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Undo Drive/ }).waitFor();
  expect((await lampNow())[0]!.channels['rotation']!.formula).toBe('clock * 30');
});

test('N brings frames nearer, Shift+N farther', async () => {
  await open();
  const wide = () => page.locator('[data-pixels-per-frame]').first().getAttribute('data-pixels-per-frame').then(Number);
  const before = await wide();
  await page.keyboard.press('n');
  await expect.poll(wide).toBeGreaterThan(before);
  await page.keyboard.press('Shift+N');
  await expect.poll(wide).toBeLessThanOrEqual(before + 0.01);
});

test('a value that is typed the moment the playhead has moved is keyed at that frame, going on from what stands there', async () => {
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 120, layers: [0, 1, 2, 3, 4].map((i) => ({ ...lamp, id: `lamp${i}`, name: `Lamp ${i}`, channels: { ...lamp.channels, x: { keys: [{ at: 0, value: 0 }, { at: 110, value: 1100 }] } } })) }]);
  await page.keyboard.press('Control+a');
  await page.keyboard.press('r');
  await page.getByLabel('Across of 5 layers', { exact: true }).waitFor();
  // The panel follows as the page finds time, of which there is little here.
  const slow = await page.context().newCDPSession(page);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 6 });
  const frames = [50, 20, 80, 35, 65, 95];
  for (const frame of frames) {
    await page.getByLabel('Playhead', { exact: true }).click();
    await page.keyboard.type(String(frame));
    await page.keyboard.press('Enter');
    await page.getByLabel('Across of 5 layers', { exact: true }).focus();
    await page.keyboard.type('+=7');
    await page.keyboard.press('Enter');
  }
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await expect.poll(async () => ((await lampNow())[0]!.channels['x'] as { keys: unknown[] }).keys.length).toBe(2 + frames.length);
  const keys = ((await lampNow())[0]!.channels['x'] as unknown as { keys: { at: number; value: number }[] }).keys;
  expect(keys.map(({ at }) => at)).toEqual([0, ...[...frames].sort((a, b) => a - b), 110]);
  // At frame 50 it stood at 500.
  expect(keys.find(({ at }) => at === 50)!.value).toBe(507);
});
