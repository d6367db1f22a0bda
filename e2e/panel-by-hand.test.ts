import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { drag, openBrowser, openPage, untilSaved } from './browser';
import { askCommandLine, exported } from './command-line';
import { startOak, type OakServer } from './oak-server';
import { expectReplayed } from './steps';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-panel-'));
let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
let before: string;

const oak = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, 'night-tram', verb, ...options);
const value = async (layer: string, channel: string, frame = 165) => ((await oak('values', '--comp', 'main', '--layer', layer, '--channel', channel, '--frames', `${frame}..${frame + 1}`)) as unknown[])[0];
const head = (name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
const undone = (label: RegExp) => page.getByRole('button', { name: label }).first().waitFor();
async function onPicture(x: number, y: number): Promise<{ readonly x: number; readonly y: number }> {
  const room = (await page.getByRole('application', { name: 'Picture' }).boundingBox())!;
  const canvas = page.locator('[aria-label=Picture] canvas');
  const scale = Number(await canvas.getAttribute('data-scale'));
  const [left, top] = (await canvas.getAttribute('data-origin'))!.split(' ').map(Number) as [number, number];
  return { x: room.x + left + x * scale, y: room.y + top + y * scale };
}

beforeAll(async () => {
  server = await startOak(4395, path.join(folder, 'data'));
  browser = await openBrowser();
  ({ page, heard } = await openPage(browser));
  await page.goto(`${server.address}/projects/night-tram`);
  await page.getByLabel('Turn of Tram').waitFor();
  before = await exported(server.address, 'night-tram');
  await page.getByRole('textbox', { name: 'Playhead' }).click();
  await page.keyboard.type('165');
  await page.keyboard.press('Enter');
});
afterAll(async () => {
  expect(heard).toEqual([]);
  await browser?.close();
  await server?.kill();
});

describe('the panel', () => {
  test('a label is scrubbed, and Esc lets go of it', async () => {
    await head('Tram').click();
    // Of a nest Timing and Bar stand first.
    const lean = page.locator('[aria-label="Layer panel"]').getByText('Lean', { exact: true });
    await lean.scrollIntoViewIfNeeded();
    const label = (await lean.boundingBox())!;
    await page.mouse.move(label.x + 8, label.y + 8);
    await page.mouse.down();
    await page.mouse.move(label.x + 28, label.y + 8, { steps: 4 });
    await expect.poll(() => page.getByLabel('Lean of Tram').inputValue()).toBe('10°');
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await expect.poll(() => page.getByLabel('Lean of Tram').inputValue()).toBe('0°');
    await drag(page, { x: label.x + 8, y: label.y + 8 }, { x: label.x + 20, y: label.y + 8 });
    await undone(/^Undo Change Lean of Tram/);
    await untilSaved(page);
    expect(await value('tram', 'skew')).toBe(6);
    await page.keyboard.press('Control+z');
  });
  test('of several layers: mixed values, a sum acts on each', async () => {
    await head('Lamp, near').click();
    await page.keyboard.press('Shift+ArrowDown');
    await expect.poll(() => page.getByLabel('Across of 2 layers', { exact: true }).inputValue()).toBe('mixed');
    const before = [await value('lampNear', 'x'), await value('lampCorner', 'x')] as [number, number];
    await page.getByLabel('Across of 2 layers', { exact: true }).click();
    await page.keyboard.type('+10');
    await page.getByText('2 values, each by its own').waitFor();
    await page.keyboard.press('Enter');
    await undone(/^Undo Change Across of 2 layers/);
    await untilSaved(page);
    expect([await value('lampNear', 'x'), await value('lampCorner', 'x')]).toEqual([before[0] + 10, before[1] + 10]);
    await page.keyboard.press('Control+z');
  });
  test('a colour is looked for in the picker and kept once, however long the look', async () => {
    await page.keyboard.press('5');
    await drag(page, await onPicture(500, 200), await onPicture(700, 320));
    await undone(/^Undo Add Ellipse/);
    await page.getByRole('button', { name: 'Fill colour of Ellipse, picker' }).click();
    const field = (await page.locator('.react-colorful__saturation').boundingBox())!;
    await page.mouse.move(field.x + 10, field.y + 10);
    await page.mouse.down();
    for (const part of [0.3, 0.6, 0.9]) await page.mouse.move(field.x + field.width * part, field.y + field.height * 0.3, { steps: 3 });
    await page.mouse.up();
    await undone(/^Undo Change Fill colour of Ellipse/);
    await page.keyboard.press('Escape');
    await untilSaved(page);
    const [red, green, blue] = (await value('Ellipse', 'fill.colour')) as number[];
    expect(Math.max(red!, green!, blue!) - Math.min(red!, green!, blue!)).toBeGreaterThan(0.3);
    await page.keyboard.press('Control+z');
    await undone(/^Undo Add Ellipse/);
  });
  test('a run of colours is chosen, and its end pulled on the picture', async () => {
    await page.getByRole('combobox', { name: 'Kind of fill' }).click();
    await page.getByRole('option', { name: 'Linear' }).click();
    await undone(/^Undo Change fill of Ellipse/);
    const end = (await page.getByRole('button', { name: 'Where the run of colours ends' }).boundingBox())!;
    await drag(page, { x: end.x + 6, y: end.y + 6 }, { x: end.x + 46, y: end.y - 4 });
    await undone(/^Undo Change Fill to of Ellipse/);
    await untilSaved(page);
    expect(((await value('Ellipse', 'fill.to')) as number[])[0]).toBeGreaterThan(50);
  });
  test('a font is chosen among letters of its own', async () => {
    await page.keyboard.press('9');
    const at = await onPicture(300, 600);
    await page.mouse.click(at.x, at.y);
    await page.keyboard.type('Depot');
    await page.keyboard.press('Escape');
    await page.getByRole('combobox', { name: 'Font' }).click();
    const option = page.getByRole('option', { name: 'Bricolage Grotesque' });
    expect(await option.evaluate((one) => getComputedStyle(one).fontFamily)).toContain('Bricolage');
    await option.click();
    await undone(/^Undo Change font of Depot/);
  });
});

describe('menus', () => {
  test('what lies under the pointer is listed, down into nests, and selected there', async () => {
    const at = await onPicture(500, 500);
    await page.mouse.click(at.x, at.y, { button: 'right' });
    await page.getByRole('menuitem', { name: 'Stripe' }).waitFor();
    await page.getByRole('menuitem', { name: 'Body' }).click();
    await page.getByRole('navigation', { name: 'The way into this nest' }).getByText('Tram cycle').waitFor();
    await page.getByRole('heading', { name: 'Body' }).waitFor();
    await page.keyboard.press('Shift+Enter');
  });
  test('they do what the list of actions does, and say why they cannot', async () => {
    await head('Rail').click({ button: 'right' });
    await page.getByRole('menuitem', { name: /^Hide Rail/ }).click();
    await undone(/^Undo Hide Rail/);
    await page.keyboard.press('h');
    await undone(/^Undo Show Rail/);
    await head('Rail').click({ button: 'right' });
    const apart = page.getByRole('menuitem', { name: /^Take the nest apart/ });
    expect([await apart.getAttribute('aria-disabled'), await apart.getAttribute('title')]).toEqual(['true', 'Select a nest first.']);
    await page.keyboard.press('Escape');
  });
  test('a shortcut is given other keys, and they work', async () => {
    await page.keyboard.press('?');
    await page.getByLabel('Search shortcuts').fill('hide');
    await page.getByRole('button', { name: /^Change the keys of Hide Rail/ }).click();
    await page.keyboard.press('y');
    await page.getByText('Y it is.').waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('y');
    await undone(/^Undo Hide Rail/);
    await page.keyboard.press('Control+z');
  });
});

test('what was done so far is done again by the command line, and gives the same file', async () => {
  await untilSaved(page);
  expect(await expectReplayed(page, before, await exported(server.address, 'night-tram'))).toBeGreaterThan(10);
});

describe('after a list was used with the pointer', () => {
  test('Space plays; after keys, the list’s button has the keyboard', async () => {
    await page.goto(`${server.address}/projects/night-tram`);
    await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
    await head('Tram').waitFor();
    const plays = async () => {
      await page.keyboard.press('Space');
      await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
      await page.keyboard.press('Space');
      await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
    };
    await page.getByRole('button', { name: 'Add timing' }).click();
    await page.getByRole('menuitem', { name: /^Freeze/ }).click();
    await plays();
    await page.getByRole('combobox', { name: 'Blend' }).click();
    await page.getByRole('option', { name: 'screen' }).click();
    await plays();
    await page.getByRole('button', { name: 'Add timing' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: /^Freeze/ }).waitFor();
    await page.keyboard.press('Escape');
    await expect.poll(() => page.evaluate(() => document.activeElement?.textContent)).toMatch(/Add timing/);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
  });
});

describe('two windows', () => {
  test('a composition that one window has open and the other deletes is left without a fall', async () => {
    const other = await openPage(browser);
    await page.getByRole('button', { name: 'New composition' }).click();
    await page.getByText('Drop pictures here, or draw').waitFor();
    await untilSaved(page);
    await other.page.goto(page.url());
    const listed = other.page.getByRole('complementary', { name: 'Library' }).getByRole('button', { name: 'Composition', exact: true });
    await listed.click();
    await listed.click({ button: 'right' });
    await other.page.getByRole('menuitem', { name: 'Delete', exact: true }).click();
    await other.page.getByRole('button', { name: /^Undo Delete Composition/ }).waitFor();
    await untilSaved(other.page);
    await page.bringToFront();
    await page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await page.getByText('Done in another window: Delete Composition').waitFor();
    await head('Tram').waitFor();
    expect(other.heard).toEqual([]);
    await other.page.close();
  });
});
