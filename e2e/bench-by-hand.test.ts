import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { drag, goTo, openBrowser, openPage, playhead, pointInTracks, untilSaved } from './browser';
import { askCommandLine, exported } from './command-line';
import { startOak, type OakServer } from './oak-server';
import { expectReplayed } from './steps';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-by-hand-'));
let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
/** The film as the test found it, and whether the page was loaded anew since: then its steps began anew too. */
let before: string;
let reloaded: boolean;
let replayed = 0;

const oak = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, 'night-tram', verb, ...options);
const values = (channel: string, frames: string, layer = 'tram') => oak('values', '--comp', 'main', '--layer', layer, '--channel', channel, '--frames', frames);

/** Types into a field of the panel and presses Enter. */
async function type(label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

beforeAll(async () => {
  server = await startOak(4394, path.join(folder, 'data'));
  browser = await openBrowser();
});
afterAll(async () => {
  expect(replayed).toBeGreaterThan(20);
  await browser?.close();
  await server?.kill();
});
beforeEach(async () => {
  ({ page, heard } = await openPage(browser));
  await page.goto(`${server.address}/projects/night-tram`);
  await page.locator('canvas[data-frame-shown]').waitFor();
  await page.getByText('Seam closed').waitFor();
  // The film is met at the frame of its still.
  await expect.poll(() => playhead(page)).toBe(132);
  await page.keyboard.press('Home');
  before = await exported(server.address, 'night-tram');
  reloaded = false;
  page.on('load', () => (reloaded = true));
});
afterEach(async () => {
  await untilSaved(page);
  // What was done by hand is done again by the command line, and gives the same file.
  const edits = () => page.getByRole('button', { name: /^(Undo|Redo) / }).count();
  if (!reloaded && (await edits()) > 0) replayed += await expectReplayed(page, before, await exported(server.address, 'night-tram'));
  // Each test leaves the film as it found it: what it did, it takes back.
  for (let i = 0; i < 20 && (await page.getByRole('button', { name: /^Undo / }).count()) > 0; i++) await page.keyboard.press('Control+z');
  await untilSaved(page);
  expect(heard).toEqual([]);
  await page.close();
});

describe('the panel', () => {
  test('keying off, a keyed channel moves as a whole and says so; sums and steps are taken', async () => {
    await type('Across of Tram', '+40');
    await page.getByText('Keying is off: this moves 4 keys of Across.').waitFor();
    await untilSaved(page);
    expect(await values('x', '120..121')).toEqual([560]);
    await page.getByLabel('Size across of Tram').click();
    await page.keyboard.press('Shift+ArrowUp');
    await untilSaved(page);
    expect(await values('scaleX', '0..1')).toEqual([110]);
  });
  test('what cannot be read is told and changes nothing', async () => {
    await page.getByLabel('Turn of Tram').click();
    await page.keyboard.type('quickly');
    await page.getByText('“quickly” is not a number or a sum.').waitFor();
    await page.keyboard.press('Escape');
    await expect.poll(() => page.getByLabel('Turn of Tram').inputValue()).toBe('-4.94°');
  });
  test('a string keys its channel, takes the key away again and leads to the neighbours', async () => {
    await goTo(page, '60', 60);
    await page.getByRole('button', { name: 'Key Turn at the playhead' }).click();
    await page.getByRole('button', { name: 'Take away the key of Turn', exact: true }).waitFor();
    await page.getByRole('button', { name: 'Undo Add 1 key' }).waitFor();
    await page.getByRole('button', { name: 'Take away the key of Turn', exact: true }).click();
    await page.getByRole('button', { name: 'Undo Delete 1 key' }).waitFor();
    // One stop for the keyboard: Enter, left and right.
    const string = page.getByRole('region', { name: 'Place' }).getByRole('group', { name: 'Keys of Across' });
    await expect.poll(() => string.getByRole('button', { name: 'To the next key of Across, 60 f' }).count()).toBe(1);
    await string.focus();
    await page.keyboard.press('ArrowRight');
    await expect.poll(() => playhead(page)).toBe(120);
    await page.keyboard.press('ArrowLeft');
    await expect.poll(() => playhead(page)).toBe(0);
    await string.getByRole('button', { name: /^To the next key of Across/ }).click();
    await expect.poll(() => playhead(page)).toBe(120);
  });
  test('timing: added, set, refused in words, switched off, taken off', async () => {
    await page.getByRole('button', { name: 'Add timing' }).click();
    await page.getByRole('menuitem', { name: /^Freeze/ }).click();
    await type('At of Freeze', '7');
    await untilSaved(page);
    const source = () => oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '40..43');
    expect(await source()).toEqual([7, 7, 7]);
    await page.getByRole('switch', { name: 'Freeze is on' }).click();
    await untilSaved(page);
    expect(await source()).toEqual([8, 9, 10]);
    await type('From of Loop', '40');
    await page.getByRole('alert').getByText('It must end after frame 40').waitFor();
    await type('To of Loop', '10');
    await page.getByText('Seam is open').waitFor();
    await page.getByText(/it will jump at each turn/).first().waitFor();
    await page.getByRole('button', { name: 'Take Freeze off' }).click();
    await untilSaved(page);
    expect(await source()).toEqual([0, 1, 2]);
  });
  test('a bar’s ends and its start are typed', async () => {
    await type('Seen until', '200');
    await page.getByRole('button', { name: 'Undo Trim Tram' }).waitFor();
    await page.getByLabel('Seen from').click();
    await page.keyboard.type('250');
    await page.getByText('It is seen until 200: begin before that.').waitFor();
    await page.keyboard.press('Escape');
    await type('Starts at', '+1s');
    await page.getByRole('button', { name: 'Undo Slide Tram' }).waitFor();
    await untilSaved(page);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '29..32')).toEqual([null, 0, 1]);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '229..231')).toEqual([7, null]);
  });
  test('keys are smoothed and held by their menu, and go on after the last', async () => {
    const peg = await pointInTracks(page, 120, 'Across');
    await page.mouse.click(peg.x, peg.y, { button: 'right' });
    await page.getByRole('menuitemcheckbox', { name: /^Hold selected keys/ }).or(page.getByRole('menuitem', { name: /^Hold selected keys/ })).click();
    await page.getByRole('button', { name: 'Undo Hold 1 key' }).waitFor();
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').getByRole('combobox').fill('after the last key go to and fro');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Undo Change the end of 1 channel' }).waitFor();
    await untilSaved(page);
    const [held, later] = (await values('x', '120..180/59')) as number[];
    expect(held).toBe(later);
  });
  test('a composition’s tempo is typed, and bars follow it', async () => {
    await page.keyboard.press('Escape');
    await type('Beats a minute', '60');
    await type('Frame of the first beat', '0');
    await goTo(page, 'bar 2', 120);
    await type('Meter', '3/4');
    await goTo(page, 'bar 2', 90);
    await page.getByLabel('Beats a minute').click();
    await page.keyboard.type('900');
    await page.getByText('A tempo lies between 20 and 400 beats a minute.').waitFor();
    await page.keyboard.press('Escape');
  });
});

describe('the timeline', () => {
  test('a bar slides with its keys, and the number is shown meanwhile', async () => {
    const from = await pointInTracks(page, 45, 'Tram');
    const to = await pointInTracks(page, 51, 'Tram');
    await page.mouse.move(from.x, from.y - 8);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y - 8, { steps: 5 });
    await page.getByText('+6 f, starts at 6').waitFor();
    await page.mouse.up();
    await page.getByRole('button', { name: 'Undo Slide Tram' }).waitFor();
    await untilSaved(page);
    expect(await values('x', '126..127')).toEqual([520]);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '5..7')).toEqual([null, 0]);
  });
  test('pegs are caught in a rectangle and deleted together', async () => {
    const [across, down] = [await pointInTracks(page, 110, 'Across'), await pointInTracks(page, 190, 'Down')];
    await drag(page, { x: across.x, y: across.y - 8 }, { x: down.x, y: down.y + 8 });
    await page.keyboard.press('Delete');
    await page.getByRole('button', { name: 'Undo Delete 4 keys' }).waitFor();
  });
  test('the ruler scrubs, the wheel zooms to the pointer, W shows all again', async () => {
    const ruler = (await page.getByRole('img', { name: 'Ruler' }).boundingBox())!;
    const at = await pointInTracks(page, 75, 'Tram');
    await page.mouse.click(at.x + 1, ruler.y + 40);
    await expect.poll(() => playhead(page)).toBe(75);
    const tracks = page.locator('canvas[aria-label=Tracks]');
    const scale = () => tracks.getAttribute('data-pixels-per-frame').then(Number);
    const before = await scale();
    await page.mouse.move(at.x, at.y);
    await page.keyboard.down('Control');
    await page.mouse.wheel(0, -600);
    await page.keyboard.up('Control');
    await expect.poll(scale).toBeGreaterThan(before * 2);
    expect(Math.abs((await pointInTracks(page, 75, 'Tram')).x - at.x)).toBeLessThan(1.5);
    await page.keyboard.press('w');
    await expect.poll(scale).toBeCloseTo(before, 6);
  });
  test('by keyboard: frames, keys, trims, lanes, hiding and locking', async () => {
    await page.keyboard.press('PageDown');
    await expect.poll(() => playhead(page)).toBe(120);
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('ArrowLeft');
    await expect.poll(() => playhead(page)).toBe(129);
    await page.keyboard.press('Shift+o');
    await page.getByRole('button', { name: 'Undo Trim Tram' }).waitFor();
    await page.keyboard.press('k');
    await page.getByRole('button', { name: 'Undo Add 2 keys' }).waitFor();
    await page.keyboard.press('l');
    await expect.poll(() => page.getByText('Picture time', { exact: true }).count()).toBe(0);
    // Switches of a row show themselves when it is pointed at.
    await page.getByRole('row').filter({ has: page.getByText('Tram', { exact: true }) }).first().hover();
    await page.getByRole('button', { name: 'Lock Tram', exact: true }).click();
    const bar = await pointInTracks(page, 45, 'Tram');
    await page.mouse.click(bar.x, bar.y - 8);
    await page.getByText('Tram is locked.').waitFor();
    await page.getByRole('button', { name: 'Unlock Tram' }).click();
    await page.getByRole('row').filter({ has: page.getByText('Tram', { exact: true }) }).first().hover();
    await page.getByRole('button', { name: 'Hide Tram' }).click();
    await page.getByRole('button', { name: 'Undo Hide Tram' }).waitFor();
    await page.keyboard.press('End');
    await expect.poll(() => playhead(page)).toBe(299);
    await page.keyboard.press('Home');
    await expect.poll(() => playhead(page)).toBe(0);
  });
  test('a marker lasts for a while, in an ink of its own', async () => {
    await page.getByLabel('Name of the marker').first().click();
    await expect.poll(() => playhead(page)).toBe(120);
    await type('Length of the marker', '1s');
    await page.getByRole('region', { name: 'Markers' }).getByRole('button', { name: 'Ink 3' }).click();
    await page.getByLabel('Length of the marker').click();
    await page.keyboard.type('-99');
    await page.getByText('Nothing lasts less than 0 frames.').waitFor();
    await page.keyboard.press('Escape');
    await untilSaved(page);
    const { compositions } = JSON.parse(await exported(server.address, 'night-tram')) as { compositions: { id: string; layers: { id: string; markers?: object[] }[] }[] };
    expect(compositions.find((one) => one.id === 'main')!.layers.find((one) => one.id === 'tram')!.markers![0]).toMatchObject({ at: 120, length: 30, colour: 2 });
  });
  test('picture time takes the whole timeline, and gives it back', async () => {
    const rows = () => page.getByRole('grid', { name: 'Layers' }).getByRole('row').count();
    const many = await rows();
    await page.keyboard.press('Shift+L');
    await expect.poll(rows).toBe(2);
    await page.getByRole('button', { name: 'Picture time among the rows again' }).click();
    await expect.poll(rows).toBe(many);
  });
  test('problems are ticks on the ruler, and the way leads from one to the next', async () => {
    await page.getByRole('switch', { name: 'Loop is on' }).click();
    const problems = page.getByRole('group', { name: 'Problems on the ruler' });
    await problems.getByText('1 problem', { exact: true }).waitFor();
    await problems.getByRole('button', { name: 'The next problem' }).click();
    await expect.poll(() => playhead(page)).toBe(32);
    await page.keyboard.press('Home');
    // The tick itself leads there too, and says what it is about.
    const tracks = (await page.locator('canvas[aria-label=Tracks]').boundingBox())!;
    const ruler = (await page.locator('canvas[aria-label=Ruler]').boundingBox())!;
    const at = await pointInTracks(page, 32, 'Tram');
    await page.mouse.click(at.x, ruler.y + ruler.height - 6);
    expect(tracks.x).toBe(ruler.x);
    await page.getByRole('status').getByText(/Tram/).waitFor();
    await expect.poll(() => playhead(page)).toBe(32);
  });
  test('the play range is pulled by its end; Esc lets go', async () => {
    const ruler = (await page.locator('canvas[aria-label=Ruler]').boundingBox())!;
    const at = async (frame: number) => ({ x: (await pointInTracks(page, frame, 'Tram')).x, y: ruler.y + ruler.height - 3 });
    const [end, inner] = [await at(300), await at(200)];
    await page.mouse.move(end.x - 1, end.y);
    await page.mouse.down();
    await page.mouse.move(inner.x - 1, inner.y, { steps: 4 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect(await page.getByRole('button', { name: /^Undo / }).count()).toBe(0);
    await drag(page, { x: end.x - 1, y: end.y }, { x: inner.x - 1, y: inner.y });
    await page.getByRole('button', { name: /^Undo / }).waitFor();
    await untilSaved(page);
    const { compositions } = JSON.parse(await exported(server.address, 'night-tram')) as { compositions: { id: string; range?: number[] }[] };
    expect(compositions.find((one) => one.id === 'main')!.range).toEqual([0, 200]);
  });
  test('reordering and following by a drag are let go with Esc', async () => {
    const head = (name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
    const [tram, lamp] = [(await head('Tram').boundingBox())!, (await head('Lamp, near').boundingBox())!];
    await page.mouse.move(tram.x + 8, tram.y + 8);
    await page.mouse.down();
    await page.mouse.move(lamp.x + 8, lamp.y + lamp.height + 4, { steps: 5 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await page.mouse.move(tram.x + 8, tram.y + 8);
    await page.mouse.down();
    await page.mouse.move(lamp.x + 30, lamp.y + lamp.height / 2, { steps: 5 });
    await page.getByText('Tram follows Lamp, near').waitFor();
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect(await page.getByRole('button', { name: /^Undo / }).count()).toBe(0);
  });
  test('layers are deleted and come back', async () => {
    await page.keyboard.press('Delete');
    await page.getByRole('button', { name: 'Undo Delete Tram' }).waitFor();
    await expect.poll(() => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).count()).toBe(0);
  });
});

describe('the trail', () => {
  test('tells each step with its number, and leads there', async () => {
    await goTo(page, '132', 132);
    const trail = page.getByRole('group', { name: 'Trail' });
    await expect.poll(() => trail.textContent()).toBe('00:04:12bar 2.3132Tram starts at 04Loop4of Tram cycle');
    await trail.getByRole('button', { name: /of Tram cycle/ }).click();
    await expect.poll(() => playhead(page)).toBe(4);
    await page.getByRole('button', { name: 'Go back out' }).click();
    await expect.poll(() => playhead(page)).toBe(132);
  });
});

describe('find an action and checks', () => {
  test('what is typed at once after Ctrl+K is looked for, and starts nothing', async () => {
    // From a field too: Esc lets go of it before the next press.
    await page.getByLabel('Turn of Tram').click();
    await page.keyboard.type('7');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+k');
    await page.keyboard.type('Mend');
    await expect.poll(() => page.getByRole('dialog').getByRole('combobox').inputValue()).toBe('Mend');
    await page.keyboard.press('Escape');
    expect(await page.getByRole('button', { name: /^Undo / }).count()).toBe(0);
  });
  test('timing is added by its name; a bar that ends up blank is mended by one press', async () => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type('retime');
    await page.getByRole('dialog').getByRole('option', { name: /Speed: add to Tram/ }).waitFor();
    await page.getByRole('dialog').getByRole('combobox').fill('Speed: add');
    await page.getByRole('dialog').getByRole('option', { name: /Speed: add to Tram/ }).waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Undo Add Speed to Tram' }).waitFor();
    await page.getByRole('button', { name: 'Take Loop off' }).click();
    await page.getByRole('button', { name: /^Mend: “Tram” shows nothing for 206 frames/ }).click();
    await page.getByRole('button', { name: 'Undo Trim Tram' }).waitFor();
    await untilSaved(page);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '62..65')).toEqual([31, 31.5, null]);
  });
});
