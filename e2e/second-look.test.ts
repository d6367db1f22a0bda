import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { drag, goTo, openBrowser, openPage, playhead, pointInTracks, pointOnPicture, untilSaved } from './browser';
import { askCommandLine, exported, type KeptProject } from './command-line';
import { startOak, type OakServer } from './oak-server';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-second-'));
let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
let project: string;

const head = (name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
const undone = (name: RegExp | string) => page.getByRole('button', { name }).first().waitFor();
const said = (text: RegExp | string) => page.locator('[data-said]').getByText(text).first().waitFor();
const kept = async () => JSON.parse(await exported(server.address, project)) as KeptProject;
const main = async () => (await kept()).compositions.find((one) => one.id === 'main')! as unknown as { readonly duration: number; readonly width: number; readonly rate: readonly [number, number]; readonly range?: readonly number[]; readonly layers: readonly (Readonly<Record<string, unknown>> & { readonly id: string; readonly name: string })[] };
const layer = async (name: string) => (await main()).layers.find((one) => one.name === name)!;
const ask = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, project, verb, ...options);
const value = async (name: string, channel: string, frame = 0) => ((await ask('values', '--comp', 'main', '--layer', name, '--channel', channel, '--frames', `${frame}..${frame + 1}`)) as unknown[])[0];
async function type(label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
async function find(words: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').getByRole('combobox').fill(words);
  await page.keyboard.press('Enter');
}

beforeAll(async () => {
  server = await startOak(4403, path.join(folder, 'data'));
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});
beforeEach(async () => {
  const made = await fetch(`${server.address}/api/projects/night-tram/duplicate`, { method: 'POST', headers: { origin: server.address } });
  project = ((await made.json()) as { id: string }).id;
  ({ page, heard } = await openPage(browser));
  await page.goto(`${server.address}/projects/${project}`);
  await page.getByLabel('Turn of Tram').waitFor();
  await page.locator('canvas[data-frame-shown]').waitFor();
});
afterEach(async () => {
  await untilSaved(page);
  expect(heard).toEqual([]);
  await page.close();
});

describe('nesting', () => {
  test('happens at once; what rides outside flips in the strip, and all of it is one step of undo', async () => {
    await head('Tram').click();
    const before = await value('Tram', 'x', 200);
    await page.keyboard.press('Control+Enter');
    const strip = page.getByRole('group', { name: 'What rides outside the new nest' });
    await strip.waitFor();
    await page.keyboard.type('Whole tram');
    await page.keyboard.press('Enter');
    await head('Whole tram').waitFor();
    expect(await strip.getByRole('button').allTextContents()).toEqual(['Place', 'Timing', 'Opacity', 'Blend', 'Markers']);
    // What would change the picture cannot be pressed, and says why.
    const blend = strip.getByRole('button', { name: 'Blend' });
    expect([await blend.getAttribute('aria-disabled'), await blend.getAttribute('title')]).toEqual(['true', 'Tram blends normally.']);
    expect(await strip.getByRole('button', { name: 'Timing' }).getAttribute('title')).toBe('Its place is keyed: flip Place first.');
    await strip.getByRole('button', { name: 'Place' }).click();
    await expect.poll(() => strip.getByRole('button', { name: 'Place' }).getAttribute('aria-pressed')).toBe('true');
    await strip.getByRole('button', { name: 'Timing' }).click();
    await expect.poll(() => strip.getByRole('button', { name: 'Timing' }).getAttribute('aria-pressed')).toBe('true');
    await untilSaved(page);
    expect(await value('Whole tram', 'x', 200)).toBe(before);
    expect(await layer('Whole tram')).toMatchObject({ kind: 'nest', timing: [{ op: 'loop' }] });
    await page.getByRole('button', { name: /^Play$/ }).focus();
    await page.keyboard.press('Escape');
    await expect.poll(() => strip.count()).toBe(0);
    await page.keyboard.press('Control+z');
    await said('Undone: Nest the picture of Tram');
    await head('Tram').waitFor();
    expect(await page.getByRole('button', { name: 'Nothing to undo' }).count()).toBe(1);
  });
});

describe('following', () => {
  test('by the list, by a found word, and by the pivot dropped on a target; a line tells it', async () => {
    const lines = () => page.locator('[aria-label=Layers] svg circle[fill="var(--color-sky)"]').count();
    const drawn = await lines();
    await head('Lamp, near').click();
    await find('parent');
    await page.getByRole('combobox', { name: 'Follows' }).waitFor();
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Follows');
    await page.keyboard.press('Enter');
    await page.getByRole('option', { name: 'Rail', exact: true }).click();
    await undone('Undo Let Lamp, near follow Rail');
    await expect.poll(lines).toBe(drawn + 1);
    // Followers are drawn in under their leaders.
    await find('drawn in under');
    const names = () => page.getByRole('grid', { name: 'Layers' }).locator('[role=row][aria-rowindex] button[title*="double-click"]').allTextContents();
    await expect.poll(async () => { const all = await names(); return all.indexOf('Lamp, near') - all.indexOf('Rail'); }).toBe(1);
    // The pivot's stem is pulled onto another layer's target.
    await head('Lamp, corner').click();
    const ring = page.locator('[aria-label=Picture] svg circle[r="3"]').last();
    const stem = (await ring.boundingBox())!;
    await page.mouse.move(stem.x + stem.width / 2, stem.y + stem.height / 2);
    await page.mouse.down();
    await page.mouse.move(stem.x + 20, stem.y + 20, { steps: 3 });
    const target = (await page.locator('[data-target=lampFar]').boundingBox())!;
    const knob = { x: stem.x + stem.width / 2, y: stem.y + stem.height / 2 };
    const pivot = { x: knob.x - 21, y: knob.y };
    await page.mouse.move(target.x + target.width / 2 + knob.x - pivot.x, target.y + target.height / 2 + knob.y - pivot.y, { steps: 6 });
    await page.getByText(/let go to follow Lamp, far/).waitFor();
    await page.mouse.up();
    await undone('Undo Let Lamp, corner follow Lamp, far');
  });
  test('who followed what is deleted stays, through all frames, and it is said', async () => {
    await head('Wire').click();
    await page.keyboard.down('Control');
    await head('Tram').click();
    await page.keyboard.up('Control');
    await find('follow the layer selected last');
    await undone('Undo Let Wire follow Tram');
    await untilSaved(page);
    const place = async () => Promise.all([0, 60, 200].map((frame) => ask('values', '--comp', 'main', '--layer', 'Tram', '--channel', 'x', '--frames', `${frame}..${frame + 1}`)));
    const before = await place();
    await page.keyboard.press('Escape');
    await head('Tram').click();
    await page.keyboard.press('Delete');
    await said(/^Wire stays where it stands: a null keeps the place and the motion of Tram\.$/);
    await untilSaved(page);
    expect(await place()).toEqual(before);
    expect(await layer('Tram')).toMatchObject({ kind: 'null' });
  });
});

describe('time and playing', () => {
  test('the trail’s first stop is the time; the range has two pegs; the playhead is caught while it is dragged', async () => {
    const trail = page.getByRole('group', { name: 'Trail' });
    await expect.poll(() => trail.getByRole('textbox', { name: 'Playhead' }).inputValue()).toBe('132');
    await goTo(page, '-=1s', 102);
    await goTo(page, '*2', 204);
    await page.keyboard.press('i');
    await goTo(page, '+=1s', 234);
    await page.keyboard.press('o');
    await untilSaved(page);
    expect((await main()).range).toEqual([204, 235]);
    const ruler = (await page.getByRole('img', { name: 'Ruler' }).boundingBox())!;
    const [from, to] = [await pointInTracks(page, 60, 'Tram'), await pointInTracks(page, 121, 'Tram')];
    await page.mouse.move(from.x, ruler.y + 30);
    await page.mouse.down();
    await page.mouse.move(to.x, ruler.y + 30, { steps: 5 });
    await page.mouse.up();
    // A key of the tram and its marker stand at 120.
    await expect.poll(() => playhead(page)).toBe(120);
  });
  test('keys are nudged by comma and full stop, several nudges are one step, with Shift to the next key', async () => {
    const peg = await pointInTracks(page, 120, 'Across');
    await page.mouse.click(peg.x, peg.y);
    for (let i = 0; i < 3; i++) await page.keyboard.press('.');
    await page.keyboard.press(',');
    await untilSaved(page);
    const at = async () => ((await layer('Tram'))['channels'] as { x: { keys: { at: number }[] } }).x.keys.map((key) => key.at);
    expect(await at()).toContain(122);
    await page.keyboard.press('Control+z');
    await untilSaved(page);
    expect(await at()).toContain(120);
    await page.keyboard.press('Shift+Period');
    await said(/^At .*, frame \d/);
    await untilSaved(page);
    expect(await at()).not.toContain(120);
  });
  test('K stops what plays and keys nothing', async () => {
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
    await page.keyboard.press('k');
    await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
    expect(await page.getByRole('button', { name: 'Nothing to undo' }).count()).toBe(1);
  });
  test('a small meter opens sharpness, what stopping does, and how much memory pictures take', async () => {
    await page.getByRole('button', { name: /^How playing goes: \d+ of 300 frames ready, 30 fps/ }).click();
    const popover = page.getByRole('dialog', { name: 'How playing goes' });
    const wide = async () => Number(await page.locator('[aria-label=Picture] canvas').evaluate((canvas: HTMLCanvasElement) => canvas.clientWidth));
    expect(await wide()).toBeGreaterThan(100);
    await popover.getByLabel('Sharpness', { exact: true }).fill('50');
    await popover.getByText('50 %').waitFor();
    await popover.getByLabel(/As needed/).check();
    await popover.getByText('as needed', { exact: true }).waitFor();
    await popover.getByLabel('Painted pictures may take').fill('128');
    await popover.getByText('128 MB').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /as sharp as needed$/ }).waitFor();
  });
  test('whatever tool is in hand, the meter’s words are whole', async () => {
    const add = page.getByRole('button', { name: 'Add something new' });
    const meter = page.getByRole('button', { name: /^How playing goes/ });
    for (const [key, name] of [['4', 'Rectangle'], ['5', 'Ellipse'], ['6', 'Polygon'], ['7', 'Star'], ['8', 'Pen'], ['9', 'Text']] as const) {
      await page.keyboard.press(key);
      await add.getByText(name, { exact: true }).waitFor();
      const beyond = await meter.evaluate((button) => button.lastElementChild!.getBoundingClientRect().right - button.parentElement!.getBoundingClientRect().right);
      expect(beyond, name).toBeLessThanOrEqual(0);
    }
    await page.keyboard.press('Escape');
    await add.getByText('New', { exact: true }).waitFor();
  });
  test('the motion path has a tick for each true frame', async () => {
    await expect.poll(async () => Number(await page.locator('[data-ticks]').getAttribute('data-ticks'))).toBeGreaterThan(50);
  });
});

describe('find an action', () => {
  test.each([['loop', /^Loop: add to Tram/], ['ease', /^Go smoothly/], ['rotate', /^Turn …/], ['length', /^Length of the composition …/], ['anchor', /^Pivot across …/], ['export', /^Render a film/]])('“%s” finds what it means', async (word, title) => {
    const peg = await pointInTracks(page, 120, 'Across');
    await page.mouse.click(peg.x, peg.y);
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').getByRole('combobox').fill(word);
    await page.getByRole('option', { name: title }).first().waitFor();
    await page.keyboard.press('Escape');
  });
  test('a field is gone to; what nothing answers names what is near, and only that; what is not there is said to be so', async () => {
    await find('opacity …');
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Opacity of Tram');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').getByRole('combobox').fill('opacitty');
    const nearest = page.getByRole('dialog').getByText('Near to it:').getByRole('button');
    await nearest.filter({ hasText: 'Opacity …' }).first().waitFor();
    await page.getByRole('dialog').getByRole('combobox').fill('qqqwxz');
    await page.getByText('Try a plainer word.').waitFor();
    await page.getByRole('dialog').getByRole('combobox').fill('camera');
    await page.getByText('There is no third dimension here').waitFor();
    await page.getByRole('dialog').getByRole('combobox').fill('opacitty');
    await nearest.filter({ hasText: 'Opacity …' }).first().click();
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Opacity of Tram');
  });
});

describe('bars and names', () => {
  test('a first peg at frame 0 is taken in the middle of a folded row, the bar’s end above and below', async () => {
    await page.getByRole('button', { name: 'Fold Tram' }).click();
    const at = await pointInTracks(page, 0, 'Tram');
    await drag(page, { x: at.x + 1, y: at.y }, { x: at.x + 1 + 20, y: at.y });
    await undone(/^Undo Move \d keys/);
    await page.keyboard.press('Control+z');
    await drag(page, { x: at.x + 1, y: at.y - 9 }, { x: at.x + 21, y: at.y - 9 });
    await undone('Undo Trim Tram');
  });
  test('a bar that goes on beyond the last frame is pulled at the edge', async () => {
    await head('Rail').click();
    await type('Seen until', '400');
    const end = await pointInTracks(page, 300, 'Rail');
    const to = await pointInTracks(page, 250, 'Rail');
    await drag(page, { x: end.x - 2, y: end.y - 6 }, { x: to.x - 2, y: end.y - 6 });
    await undone('Undo Trim Rail');
    await untilSaved(page);
    expect((await layer('Rail'))['spans']).toEqual([[0, 350]]);
  });
  test('copies and later parts get numbers, the later part is selected; Undo says what is undone', async () => {
    await head('Wire').click();
    await page.keyboard.press('Control+d');
    await head('Wire 2').waitFor();
    await page.keyboard.press('s');
    await page.getByRole('heading', { name: 'Wire 3' }).waitFor();
    await page.keyboard.press('Control+z');
    await said('Undone: Split Wire 2');
  });
  test('sums: -10 sets and says how to subtract, -=10 steps, times are read where a field is one', async () => {
    await head('Wire').click();
    const x = Number(await value('Wire', 'x'));
    await page.getByLabel('Across of Wire', { exact: true }).click();
    await page.keyboard.type('-10');
    await page.getByText('→ -10 px; -=10 subtracts').waitFor();
    await page.keyboard.press('Escape');
    await type('Across of Wire', '-=10');
    await untilSaved(page);
    expect(await value('Wire', 'x')).toBe(x - 10);
    await head('Tram').click();
    await type('From of Loop', '0.5s');
    await expect.poll(() => page.getByLabel('From of Loop').inputValue()).toBe('15 f');
  });
  test('a typed pivot leaves the picture where it stands', async () => {
    await head('Rail').click();
    const [x, pivot] = [Number(await value('Rail', 'x')), Number(await value('Rail', 'pivotX'))];
    await type('Pivot across of Rail', '+=100');
    await undone('Undo Move the pivot of Rail');
    await untilSaved(page);
    expect(await value('Rail', 'pivotX')).toBe(pivot + 100);
    expect(Math.abs(Number(await value('Rail', 'x')) - x)).toBeGreaterThan(50);
  });
});

describe('many layers', () => {
  test('shared steps and those that differ; steps are copied and pasted; layers are laid one after another, live', async () => {
    await head('Tram').click();
    await page.getByRole('button', { name: 'Loop', exact: true }).click();
    await page.keyboard.press('Control+c');
    await said(/^Copied a step of timing/);
    await head('Lamp, near').click();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Control+v');
    await undone('Undo Paste 1 step of timing to 2 layers');
    await page.keyboard.down('Control');
    await head('Timetable board').click();
    await page.keyboard.up('Control');
    await page.getByText('on 2 of 3', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Add timing to 3 layers' }).click();
    await page.getByRole('menuitem', { name: /^Reverse/ }).click();
    await undone('Undo Add Reverse to 3 layers');
    await page.getByRole('button', { name: 'Take Reverse off' }).click();
    await undone('Undo Take Reverse off 3 layers');
    await find('one after another');
    const strip = page.getByRole('group', { name: 'One after another' });
    await strip.getByLabel('Frames each').click();
    await page.keyboard.type('1s');
    await page.keyboard.press('Tab');
    // It is seen before it is done.
    await expect.poll(() => page.getByLabel('Seen until').inputValue()).toBe('mixed');
    expect(await page.getByRole('button', { name: /^Undo Lay/ }).count()).toBe(0);
    await strip.getByRole('button', { name: 'Lay them so' }).click();
    await undone(/^Undo Lay 3 layers one after another, 30 frames each/);
    await untilSaved(page);
    expect(await Promise.all(['Timetable board', 'Lamp, near', 'Lamp, corner'].map(async (name) => (await layer(name))['spans']))).toEqual([[[0, 30]], [[30, 60]], [[60, 90]]]);
  });
});

describe('the composition', () => {
  test('length, rate and size say in one line what follows, and it may be otherwise', async () => {
    await page.keyboard.press('Escape');
    await type('Length', '200');
    const follows = page.getByRole('group', { name: 'Bars that reached the end' });
    await follows.getByRole('button', { name: 'stay' }).click();
    await untilSaved(page);
    expect((await layer('Rail'))['spans'] ?? 'whole').toEqual([[0, 300]]);
    await follows.getByRole('button', { name: 'follow it' }).click();
    await untilSaved(page);
    expect((await main()).duration).toBe(200);
    await page.keyboard.press('Control+z');
    await untilSaved(page);
    expect((await main()).duration ?? 300).toBe(300);
    await type('Width of the composition', '640');
    const [x] = [Number(await value('Rail', 'scaleX'))];
    await page.getByRole('group', { name: 'What is inside' }).getByRole('button', { name: 'scales with it' }).click();
    await untilSaved(page);
    expect(await value('Rail', 'scaleX')).toBe(x / 2);
    await page.keyboard.press('Control+z');
  });
  test('one that is shown is not deleted, and who shows it is said; messages stand beside each other', async () => {
    const listed = page.getByRole('complementary', { name: 'Library' }).getByRole('button', { name: 'Tram cycle', exact: true });
    await listed.click({ button: 'right' });
    await page.getByRole('menuitem', { name: 'Delete', exact: true }).click();
    await page.getByRole('alert').getByText('Tram cycle is shown by Tram in Night tram; delete that layer first.').waitFor();
    await page.keyboard.press('Home');
    await page.keyboard.press('PageUp');
    await page.keyboard.press('Control+z');
    await said('There is nothing to undo.');
    // The error stays until it is read.
    await expect.poll(() => page.locator('[data-said]').count()).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Read: take this message away' }).click();
    await expect.poll(() => page.getByRole('alert').count()).toBe(0);
  });
});

describe('the Bench remembers', () => {
  test('a reload comes back to the same nest by the same way, frame, selection and folds; groups stay folded', async () => {
    await page.keyboard.press('Enter');
    await page.getByRole('navigation', { name: 'The way into this nest' }).waitFor();
    await goTo(page, '9', 9);
    await head('Body').click();
    await page.getByRole('button', { name: 'Fold Place' }).click();
    await untilSaved(page);
    await page.reload();
    await page.getByRole('navigation', { name: 'The way into this nest' }).getByText('Night tram').waitFor();
    await page.getByRole('heading', { name: 'Body' }).waitFor();
    await expect.poll(() => playhead(page)).toBe(9);
    await page.getByRole('button', { name: 'Unfold Place' }).click();
    await page.getByLabel('Turn of Body').waitFor();
    await page.keyboard.press('Shift+Enter');
    await expect.poll(() => playhead(page)).toBeGreaterThan(100);
  });
  test('the panel’s width is moved, and a menu opened by pointer gives the keyboard back however it is closed', async () => {
    const panel = page.getByRole('complementary', { name: 'Layer panel' });
    const wide = async () => (await panel.boundingBox())!.width;
    const before = await wide();
    await page.getByRole('separator', { name: 'Width of the panel' }).focus();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(wide).toBeGreaterThan(before + 10);
    await page.getByRole('button', { name: 'Add timing' }).click();
    await page.getByRole('menuitem', { name: /^Freeze/ }).waitFor();
    await page.keyboard.press('Escape');
    await expect.poll(() => page.getByRole('menu').count()).toBe(0);
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
    await page.keyboard.press('Space');
    const at = await pointOnPicture(page, 10, 10);
    expect(at.x).toBeGreaterThan(0);
  });
});
