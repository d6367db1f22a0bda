import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { openBrowser, openPage, pointInTracks, untilSaved } from './browser';
import { exported } from './command-line';
import { startOak, type OakServer } from './oak-server';
import { expectReplayed } from './steps';

let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
let before: string;

beforeAll(async () => {
  server = await startOak(4399, path.join(mkdtempSync(path.join(tmpdir(), 'oak-drags-')), 'data'));
  browser = await openBrowser();
  ({ page, heard } = await openPage(browser));
  await page.goto(`${server.address}/projects/night-tram`);
  await page.getByLabel('Turn of Tram').waitFor();
  await page.getByText('Seam closed').waitFor();
  before = await exported(server.address, 'night-tram');
});
afterAll(async () => {
  expect(heard).toEqual([]);
  await browser?.close();
  await server?.kill();
});

// What a failed test holds on to must not trouble the next.
afterEach(async () => {
  await page.mouse.up();
  await page.keyboard.up('Alt');
});

type Gesture = { readonly name: string; readonly row: string; readonly frame: number; readonly dx: number; readonly dy: number; readonly by: number; readonly says: RegExp; readonly undo: RegExp };
const GESTURES: readonly Gesture[] = [
  { name: 'slides a bar', row: 'Tram', frame: 190, dx: 0, dy: 4, by: 8, says: /\+8 f, starts at 8/, undo: /^Undo Slide Tram/ },
  { name: 'trims an end', row: 'Tram', frame: 270, dx: -2, dy: -6, by: -10, says: /−10 f, ends before 260/, undo: /^Undo Trim Tram/ },
  { name: 'stretches an end', row: 'Tram', frame: 270, dx: -2, dy: 6, by: -27, says: /−27 f, 90 % as long/, undo: /^Undo Stretch Tram/ },
  { name: 'moves a key', row: 'Across', frame: 180, dx: 0, dy: 0, by: 5, says: /\+5 f/, undo: /^Undo Move 1 key/ },
  { name: 'moves a marker', row: 'Tram', frame: 180, dx: 2, dy: -9, by: 7, says: /\+7 f/, undo: /^Undo Move 1 marker/ },
];
const tracks = () => page.locator('canvas[aria-label=Tracks]');
const scale = () => tracks().getAttribute('data-pixels-per-frame').then(Number);
const scrolled = () => tracks().getAttribute('data-scroll').then(Number);
async function whole(): Promise<void> {
  await page.keyboard.press('w');
  await expect.poll(scale).toBeLessThan(3.5);
  await tracks().hover();
  await page.mouse.wheel(0, -500);
  await expect.poll(scrolled).toBe(0);
}
const VIEWS: readonly { readonly name: string; readonly set: () => Promise<void> }[] = [
  { name: 'the whole composition in view', set: () => whole() },
  {
    name: 'zoomed in and scrolled',
    set: async () => {
      await whole();
      const at = await pointInTracks(page, 225, 'Tram');
      await page.mouse.move(at.x, at.y);
      await page.keyboard.down('Control');
      for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -60);
      await page.keyboard.up('Control');
      await page.mouse.wheel(0, 18);
      // Wheels are heard a little later: the scale that the tracks publish says when.
      await expect.poll(async () => (await scale()) > 4.5 && (await scrolled()) > 0).toBe(true);
    },
  },
];
const undoLabel = () => page.locator('[aria-label^="Undo"],[aria-label="Nothing to undo"]').first().getAttribute('aria-label');

/** Takes hold and goes there with Alt, which lets go of snapping for this drag; the pointer stays down. */
async function hold({ row, frame, dx, dy, by }: Gesture): Promise<void> {
  const from = await pointInTracks(page, frame, row);
  const to = await pointInTracks(page, frame + by, row);
  await page.mouse.move(from.x + dx, from.y + dy);
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move((from.x + to.x) / 2 + dx, from.y + dy, { steps: 2 });
  await page.mouse.move(to.x + dx, to.y + dy, { steps: 2 });
}

for (const view of VIEWS) {
  describe(`a drag in the timeline, ${view.name}`, () => {
    for (const gesture of GESTURES) {
      test(`${gesture.name}: tells how far, Esc lets go, release does it once, undo takes it back`, async () => {
        await view.set();
        const before = await undoLabel();
        await hold(gesture);
        await page.locator('output').getByText(gesture.says).waitFor();
        await page.keyboard.press('Escape');
        await page.mouse.up();
        await page.keyboard.up('Alt');
        expect(await undoLabel()).toBe(before);
        await hold(gesture);
        await page.mouse.up();
        await page.keyboard.up('Alt');
        await expect.poll(undoLabel).toMatch(gesture.undo);
        await page.keyboard.press('Control+z');
        await expect.poll(undoLabel).toBe(before);
      });
    }
  });
}

describe('snapping', () => {
  test('catches the playhead within reach, says so, and is switched off by its button', async () => {
    await page.keyboard.press('w');
    await page.getByRole('textbox', { name: 'Playhead' }).click();
    await page.keyboard.type('200');
    await page.keyboard.press('Enter');
    const [from, to] = [await pointInTracks(page, 180, 'Across'), await pointInTracks(page, 199, 'Across')];
    const pull = async () => {
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(to.x, to.y, { steps: 4 });
      const told = await page.locator('output').first().textContent();
      await page.keyboard.press('Escape');
      await page.mouse.up();
      return told;
    };
    expect(await pull()).toBe('+20 f, at playhead');
    await page.getByRole('button', { name: 'Snap', exact: true }).click();
    expect(await pull()).toBe('+19 f');
    await page.getByRole('button', { name: 'Snap', exact: true }).click();
  });
});

describe('a marquee on the picture', () => {
  test('selects while it grows; Esc gives back what was selected', async () => {
    const room = (await page.getByRole('application', { name: 'Picture' }).boundingBox())!;
    const heading = page.locator('[aria-label="Layer panel"] h2');
    await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
    await expect.poll(() => heading.textContent()).toBe('Tram');
    await page.keyboard.down('Shift');
    await page.mouse.move(room.x + 6, room.y + 6);
    await page.mouse.down();
    await page.mouse.move(room.x + room.width - 30, room.y + room.height - 8, { steps: 5 });
    await expect.poll(() => heading.textContent()).toMatch(/layers/);
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await page.keyboard.up('Shift');
    await expect.poll(() => heading.textContent()).toBe('Tram');
  });
});

describe('on the picture', () => {
  const grip = async (u: number, v: number) => {
    const circles = page.locator('[aria-label=Picture] svg circle');
    await circles.first().waitFor();
    const places = await circles.evaluateAll((all) => all.map((one) => { const box = one.getBoundingClientRect(); return { x: box.x + box.width / 2, y: box.y + box.height / 2, r: Number(one.getAttribute('r')) }; }));
    const corners = places.filter((one) => one.r === 4.5);
    const xs = corners.map((one) => one.x);
    const ys = corners.map((one) => one.y);
    return corners.sort((a, b) => Math.hypot(a.x - (u ? Math.max(...xs) : Math.min(...xs)), a.y - (v ? Math.max(...ys) : Math.min(...ys))) - Math.hypot(b.x - (u ? Math.max(...xs) : Math.min(...xs)), b.y - (v ? Math.max(...ys) : Math.min(...ys))))[0]!;
  };
  test('a corner sizes; Esc lets go, undo takes back, zoomed in it does the same', async () => {
    // A try before this one may have left a button held.
    await page.mouse.up();
    await page.getByRole('textbox', { name: 'Playhead' }).click();
    await page.keyboard.type('165');
    await page.keyboard.press('Enter');
    // The grips stand where the tram is in the frame that is on screen.
    const canvas = page.locator('[aria-label=Picture] canvas');
    await expect.poll(() => canvas.getAttribute('data-frame-shown')).toBe('165');
    for (const zoomed of [false, true]) {
      if (zoomed) {
        const room = (await page.getByRole('application', { name: 'Picture' }).boundingBox())!;
        const scale = await canvas.getAttribute('data-scale');
        await page.mouse.move(room.x + room.width * 0.42, room.y + room.height * 0.7);
        await page.keyboard.down('Control');
        await page.mouse.wheel(0, -240);
        await page.keyboard.up('Control');
        await expect.poll(() => canvas.getAttribute('data-scale')).not.toBe(scale);
      }
      const before = await undoLabel();
      const at = await grip(1, 1);
      const home = async () => { const { x, y } = await grip(1, 1); return Math.hypot(x - at.x, y - at.y) < 1; };
      for (const keep of [false, true]) {
        await expect.poll(home).toBe(true);
        await page.mouse.move(at.x, at.y);
        await page.mouse.down();
        await page.mouse.move(at.x + 20, at.y + 12, { steps: 4 });
        await page.locator('[aria-label=Picture] output').getByText(/^Size Tram/).waitFor();
        if (!keep) await page.keyboard.press('Escape');
        await page.mouse.up();
        if (!keep) expect(await undoLabel()).toBe(before);
      }
      await expect.poll(undoLabel).toMatch(/^Undo Size Tram/);
      await page.keyboard.press('Control+z');
      await expect.poll(undoLabel).toBe(before);
      await expect.poll(home).toBe(true);
    }
  });
});

test('what was dragged is done again by the command line, and gives the same file', async () => {
  await untilSaved(page);
  expect(await expectReplayed(page, before, await exported(server.address, 'night-tram'))).toBeGreaterThan(20);
});
