import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { openBrowser, openPage, pointOnPicture, untilSaved } from './browser';
import { exported, valueOf } from './command-line';
import { startOak, type OakServer } from './oak-server';
import { expectReplayed } from './steps';

let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
let project = '';
let before: string;

// A card in the middle of the frame, and a sun above it to the right: round numbers, so that every drag has a known end.
const FILM = {
  format: 'oak-tumble/project', version: 1, name: 'Card and sun',
  compositions: [{
    id: 'main', name: 'Main', duration: 60,
    layers: [
      { id: 'sun', name: 'Sun', kind: 'shape', shape: 'ellipse', channels: { x: { value: 1000 }, y: { value: 200 }, width: { value: 160 }, height: { value: 160 } }, fill: { channels: { colour: { value: [1, 0.8, 0.4, 1] } } } },
      { id: 'card', name: 'Card', kind: 'shape', channels: { x: { value: 640 }, y: { value: 360 }, width: { value: 200 }, height: { value: 100 } } },
    ],
  }],
};

beforeAll(async () => {
  server = await startOak(4393, path.join(mkdtempSync(path.join(tmpdir(), 'oak-picture-')), 'data'));
  const made = await fetch(`${server.address}/api/import`, { method: 'POST', body: JSON.stringify(FILM), headers: { origin: server.address, 'content-type': 'application/octet-stream' } });
  project = ((await made.json()) as { id: string }).id;
  browser = await openBrowser();
  ({ page, heard } = await openPage(browser));
  await page.goto(`${server.address}/projects/${project}`);
  await head('Card').waitFor();
  before = await exported(server.address, project);
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

const head = (name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
const canvas = () => page.locator('[aria-label=Picture] canvas');
const scale = async () => Number(await canvas().getAttribute('data-scale'));
const undoLabel = () => page.locator('[aria-label^="Undo"],[aria-label="Nothing to undo"]').first().getAttribute('aria-label');
const says = (words: RegExp) => page.locator('[aria-label=Picture] output').getByText(words).waitFor();

type Point = readonly [x: number, y: number];
/** A gesture on the card: where it takes hold and where it goes, in the composition; `beside` moves both by screen pixels. */
type Gesture = { readonly name: string; readonly from: Point; readonly to: Point; readonly beside?: Point; readonly says: RegExp; readonly then: Readonly<Record<string, number>> };

/** Where the turning grip stands, seen from the middle of the card: outward from the upper right corner. */
const OUT = Math.hypot(100, 50);
const turned = (degrees: number): Point => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [640 + 100 * cos + 50 * sin, 360 + 100 * sin - 50 * cos];
};
const LEAN = Math.hypot(56, 50);
const GESTURES: readonly Gesture[] = [
  { name: 'moves', from: [640, 340], to: [700, 371], says: /Move Card: 60, 31 px/, then: { x: 700, y: 391 } },
  { name: 'sizes by a corner; the opposite one stays', from: [740, 410], to: [790, 435], says: /125 %/, then: { scaleX: 125, scaleY: 125, x: 665, y: 372.5 } },
  { name: 'sizes across by a side', from: [740, 360], to: [790, 366], says: /125 % across/, then: { scaleX: 125, scaleY: 100, x: 665, y: 360 } },
  { name: 'sizes down by a side', from: [640, 410], to: [644, 435], says: /125 % down/, then: { scaleX: 100, scaleY: 125, y: 372.5 } },
  { name: 'turns around its pivot', from: turned(0), to: turned(20), beside: [(100 / OUT) * 17, (-50 / OUT) * 17], says: /Turn Card: \+1\d(\.\d)?°/, then: { x: 640, y: 360 } },
  { name: 'leans; its upper side stays', from: [696, 410], to: [746, 410], beside: [(56 / LEAN) * 9, (50 / LEAN) * 9], says: /leans 26\.6°/, then: { skew: 26.57, y: 360 } },
  { name: 'lets its pivot be moved, and stays where it is', from: [640, 360], to: [680, 380], beside: [21, 0], says: /pivot 40, 20/, then: { pivotX: 40, pivotY: 20, x: 680, y: 380 } },
];

const VIEWS: readonly { readonly name: string; readonly set: () => Promise<void> }[] = [
  { name: 'the whole picture in view', set: async () => { await page.keyboard.press('Control+0'); await expect.poll(scale).toBeLessThan(0.6); } },
  {
    name: 'zoomed in and moved aside',
    set: async () => {
      if ((await scale()) > 0.8) return;
      const { x, y } = await pointOnPicture(page, 640, 360);
      await page.mouse.move(x, y);
      await page.keyboard.down('Control');
      await page.mouse.wheel(0, -320);
      await page.keyboard.up('Control');
      await expect.poll(scale).toBeGreaterThan(0.8);
      // The middle button pulls the picture aside.
      const origin = await canvas().getAttribute('data-origin');
      await page.mouse.down({ button: 'middle' });
      await page.mouse.move(x - 60, y - 30, { steps: 3 });
      await page.mouse.up({ button: 'middle' });
      await expect.poll(() => canvas().getAttribute('data-origin')).not.toBe(origin);
    },
  },
];

/** Takes hold and goes there with Alt, which lets go of snapping for this drag; the pointer stays down. */
async function hold({ from, to, beside = [0, 0] }: Gesture): Promise<void> {
  const [begin, end] = [await pointOnPicture(page, ...from), await pointOnPicture(page, ...to)];
  await page.mouse.move(begin.x + beside[0], begin.y + beside[1]);
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move((begin.x + end.x) / 2 + beside[0], (begin.y + end.y) / 2 + beside[1], { steps: 2 });
  await page.mouse.move(end.x + beside[0], end.y + beside[1], { steps: 2 });
}
async function letGo(): Promise<void> {
  await page.mouse.up();
  await page.keyboard.up('Alt');
}
/** The card is selected, and its grips stand where the card is drawn. */
async function selectCard(): Promise<void> {
  await head('Card').click();
  await expect.poll(async () => {
    const middle = await pointOnPicture(page, 740, 410);
    return page.locator('[aria-label=Picture] svg circle').evaluateAll((all, at) => all.some((one) => { const box = one.getBoundingClientRect(); return Math.hypot(box.x + box.width / 2 - at.x, box.y + box.height / 2 - at.y) < 1.5; }), middle);
  }).toBe(true);
}

for (const view of VIEWS) {
  describe(`a drag on the picture, ${view.name}`, () => {
    for (const gesture of GESTURES) {
      test(`${gesture.name}: says so, Esc lets go, release does it once, undo takes it back`, async () => {
        await view.set();
        await selectCard();
        await untilSaved(page);
        const [before, label] = [await exported(server.address, project), await undoLabel()];
        await hold(gesture);
        await says(gesture.says);
        await page.keyboard.press('Escape');
        await letGo();
        expect(await undoLabel()).toBe(label);
        await selectCard();
        await hold(gesture);
        await says(gesture.says);
        await letGo();
        await expect.poll(undoLabel).toMatch(/Card$/);
        await untilSaved(page);
        for (const [channel, value] of Object.entries(gesture.then)) {
          const kept = (await valueOf(server.address, project, { layer: 'card', channel })) as number;
          expect(Math.abs(kept - value), `${channel} ${kept}`).toBeLessThan(1.5);
        }
        await page.keyboard.press('Control+z');
        await expect.poll(undoLabel).toBe(label);
        await untilSaved(page);
        expect(JSON.parse(await exported(server.address, project))).toEqual(JSON.parse(before));
      });
    }
  });
}

describe('several layers', () => {
  test('are moved and sized as one; with Shift a move keeps to one axis', async () => {
    await page.keyboard.press('Control+0');
    await head('Sun').click();
    await page.keyboard.down('Control');
    await head('Card').click();
    await page.keyboard.up('Control');
    const [from, to] = [await pointOnPicture(page, 600, 350), await pointOnPicture(page, 560, 362)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.keyboard.down('Alt');
    await page.keyboard.down('Shift');
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await says(/Move 2 layers: -40, 0 px/);
    await letGo();
    await page.keyboard.up('Shift');
    await untilSaved(page);
    const places = [await valueOf(server.address, project, { layer: 'sun', channel: 'x' }), await valueOf(server.address, project, { layer: 'card', channel: 'x' })] as number[];
    expect(places.map(Math.round)).toEqual([960, 600]);
    await page.keyboard.press('Control+z');
    await expect.poll(undoLabel).not.toMatch(/Move/);
  });
  test('a drag near the middle of the frame is caught there and says by a line; Alt lets go', async () => {
    await page.getByRole('application', { name: 'Picture' }).click({ position: { x: 20, y: 20 } });
    await head('Sun').click();
    const [from, to] = [await pointOnPicture(page, 1000, 200), await pointOnPicture(page, 645, 204)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x + 30, to.y, { steps: 3 });
    await page.mouse.move(to.x, to.y, { steps: 2 });
    await says(/Move Sun: -360, /);
    await page.locator('[aria-label=Picture] svg path[stroke-dasharray="6 3"]').first().waitFor({ state: 'attached' });
    await page.keyboard.down('Alt');
    await page.mouse.move(to.x + 0.5, to.y);
    await says(/Move Sun: -35\d/);
    await page.keyboard.press('Escape');
    await letGo();
  });
});

test('what was dragged is done again by the command line, and gives the same file', async () => {
  await untilSaved(page);
  expect(await expectReplayed(page, before, await exported(server.address, project))).toBeGreaterThan(20);
});
