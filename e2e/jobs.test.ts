import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import type { Page } from 'playwright-core';
import { describe, expect, test } from 'vitest';
import { pointInTracks, pointOnPicture, untilSaved } from './browser';
import { askCommandLine, exported, type KeptProject } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { openFilm } from './open-film';

let page: Page;
const server = journeys('jobs', 4402, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);
const { head, pick } = hand;
const undone = (name: RegExp | string) => page.getByRole('button', { name }).first().waitFor();
const kept = async () => JSON.parse(await exported(server.address, project)) as KeptProject;
const ask = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, project, verb, ...options);

type FileLayer = Readonly<Record<string, unknown>>;
const shape = (id: string, name: string, x: number, y: number, more: FileLayer = {}): FileLayer => ({ id, name, kind: 'shape', channels: { x: { value: x }, y: { value: y }, width: { value: 80 }, height: { value: 80 }, ...(more['channels'] as object ?? {}) }, ...Object.fromEntries(Object.entries(more).filter(([field]) => field !== 'channels')) });
const nest = (id: string, name: string, more: FileLayer = {}): FileLayer => ({ id, name, kind: 'nest', source: 'reel', spans: [[0, 60]], ...more });

/** Puts a project of these compositions into the data folder, and opens it. */
async function open(compositions: readonly object[], more: object = {}): Promise<void> {
  project = await openFilm(page, server.address, compositions, { name: 'Job', ...more });
  hand.begin();
}


const reel = { id: 'reel', name: 'Reel', width: 200, height: 100, duration: 60, layers: [shape('dot', 'Dot', 20, 50, { channels: { x: { keys: [{ at: 0, value: 20 }, { at: 59, value: 180 }] } } })] };

describe('jobs of the trade, in so many gestures', () => {
  test('the motion of one layer goes to three others, 5 frames apart: 6', async () => {
    await open([{ id: 'main', name: 'Main', duration: 120, layers: [
      shape('a', 'First', 200, 100, { channels: { y: { keys: [{ at: 0, value: 300 }, { at: 20, value: 100 }] }, rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: 90 }] } } }),
      shape('b', 'Second', 400, 100), shape('c', 'Third', 600, 100), shape('d', 'Fourth', 800, 100),
    ] }]);
    const [from, to] = [await pointInTracks(page, 0, 'First'), await pointInTracks(page, 24, 'First')];
    await hand.drag({ x: from.x - 9, y: from.y - 11 }, { x: to.x, y: to.y + 11 });
    await hand.press('Control+c');
    await pick('Second');
    await pick('Fourth', ['Shift']);
    await hand.press('Control+v');
    await page.getByRole('group', { name: 'How far apart the pasted keys lie' }).waitFor();
    await hand.type('5');
    await undone(/^Undo Paste 12 keys, 5 frames apart/);
    await untilSaved(page);
    for (const [i, layer] of ['b', 'c', 'd'].entries()) expect(await ask('values', '--comp', 'main', '--layer', layer, '--channel', 'y', '--frames', `${i * 5}..${i * 5 + 21}/20`)).toEqual([300, 100]);
    expect(hand.count()).toBeLessThanOrEqual(6);
  });

  test('eight drawings at 24 a second loop in a film of 30: 7', async () => {
    const files = Array.from({ length: 8 }, (_, i) => {
      const canvas = createCanvas(60, 40);
      const to = canvas.getContext('2d');
      to.fillStyle = `rgb(${i * 30}, 90, 120)`;
      to.fillRect(0, 0, 60, 40);
      const name = path.join(server.folder, `drop_${String(i + 1).padStart(2, '0')}.png`);
      writeFileSync(name, canvas.toBuffer('image/png'));
      return name;
    });
    await open([{ id: 'main', name: 'Main', duration: 150, layers: [] }]);
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), hand.press('Control+o')]);
    hand.more();
    await chooser.setFiles(files);
    await hand.click('24 fps');
    await hand.click(/^Add timing/);
    await hand.click(/^Loop/, 'menuitem');
    await undone(/^Undo Add Loop/);
    await untilSaved(page);
    const [host, inner] = (await kept()).compositions as unknown as readonly { layers: readonly { id: string; name: string; spans: unknown }[]; rate: unknown; duration: number }[];
    expect([inner!.rate, inner!.duration, inner!.layers.length, host!.layers.length]).toEqual([[24, 1], 8, 8, 1]);
    // Frame by frame of the film, the drawing that is due at 24 a second.
    const shown = (await ask('sourcetime', '--comp', 'main', '--layer', host!.layers[0]!.id, '--frames', '0..150')) as number[];
    expect(shown.map(Math.floor)).toEqual(Array.from({ length: 150 }, (_, f) => Math.floor((f * 24) / 30 + 1e-9) % 8));
    expect(hand.count()).toBeLessThanOrEqual(7);
  });

  test('a nest is paused for a second at the playhead, and its bar follows: 2', async () => {
    await open([{ id: 'main', name: 'Main', duration: 200, layers: [nest('n', 'Clip')] }, reel]);
    await head('Clip').click();
    await page.getByRole('textbox', { name: 'Playhead' }).click();
    await page.keyboard.type('20');
    await page.keyboard.press('Enter');
    hand.begin();
    await hand.click(/^Add timing/);
    await hand.click(/^Pause/, 'menuitem');
    await page.getByText('Holds frame 20 for 30 frames; its bar follows.').waitFor();
    await untilSaved(page);
    expect(await ask('sourcetime', '--comp', 'main', '--layer', 'n', '--frames', '19..91/10')).toEqual([19, 20, 20, 29 - 10, 29, 39, 49, 59].map((_, i) => [19, 20, 20, 20, 29, 39, 49, 59][i]));
    expect(hand.count()).toBeLessThanOrEqual(2);
  });

  test('a picture is swapped for another: 2, and stands where it stood', async () => {
    await open([{ id: 'main', name: 'Main', duration: 50, layers: [] }]);
    const [wide, tall] = [[80, 40], [30, 60]].map(([w, h]) => { const canvas = createCanvas(w!, h!); canvas.getContext('2d').fillRect(0, 0, w!, h!); const name = path.join(server.folder, `${w! > h! ? 'Wide' : 'Tall'}.png`); writeFileSync(name, canvas.toBuffer('image/png')); return name; });
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.keyboard.press('Control+o')]);
    await chooser.setFiles([wide!, tall!]);
    await page.getByText('2 layers came in, one over another.').waitFor();
    await head('Wide').click();
    hand.begin();
    await hand.click('Picture that it shows', 'combobox');
    await hand.click('Tall.png', 'option');
    await undone(/^Undo Change source of Wide/);
    await untilSaved(page);
    const at = async (channel: string) => ((await ask('values', '--comp', 'main', '--layer', 'Wide', '--channel', channel, '--frames', '0..1')) as number[])[0];
    // 40 px tall it was shown, and is: its middle in the middle of the frame.
    expect([await at('x'), await at('y'), await at('pivotX'), await at('pivotY'), Math.round((await at('scaleY'))! * 60) / 100]).toEqual([640, 360, 15, 30, 40]);
    expect(hand.count()).toBeLessThanOrEqual(2);
  });

  test('four nests are reversed at once: 3', async () => {
    await open([{ id: 'main', name: 'Main', duration: 60, layers: ['A', 'B', 'C', 'D'].map((name, i) => nest(name.toLowerCase(), name, { channels: { x: { value: 100 + i * 260 }, y: { value: 300 } } })) }, reel]);
    await page.keyboard.press('Escape');
    await hand.drag(await pointOnPicture(page, 40, 200), await pointOnPicture(page, 1240, 500));
    await page.getByRole('heading', { name: '4 layers' }).waitFor();
    await hand.click(/^Add timing/);
    await hand.click(/^Reverse/, 'menuitem');
    await undone(/^Undo Add Reverse to 4 layers/);
    await untilSaved(page);
    for (const layer of ['a', 'b', 'c', 'd']) expect(await ask('sourcetime', '--comp', 'main', '--layer', layer, '--frames', '0..60/59')).toEqual([59, 0]);
    expect(hand.count()).toBeLessThanOrEqual(3);
  });

  test('six parts are drawn, keyed, nested, looped and moved along: 55', async () => {
    await open([{ id: 'main', name: 'Main', duration: 150, layers: [] }]);
    for (let i = 0; i < 6; i++) {
      await hand.press('4');
      await hand.drag(await pointOnPicture(page, 200 + i * 120, 300), await pointOnPicture(page, 280 + i * 120, 400));
      await undone(/^Undo Add Rectangle/);
    }
    await hand.press('r');
    await hand.press('Control+a');
    await hand.press('Shift+k');
    await undone(/^Undo Key the pose: 42 keys/);
    await hand.field('Playhead');
    await hand.type('15');
    // Each leg is lifted a little farther than the one above it.
    await hand.field('Down of 6 layers');
    await hand.type('-=20..70');
    await undone(/^Undo Key Down of 6 layers/);
    // The first pose again at frame 30 closes the loop.
    const [top, bottom] = [await pointInTracks(page, 0, 'Rectangle 6'), await pointInTracks(page, 2, 'Rectangle')];
    await hand.drag({ x: top.x - 9, y: top.y - 11 }, { x: bottom.x + 1, y: bottom.y + 12 });
    await hand.press('Control+c');
    await hand.press('Control+a');
    await hand.field('Playhead');
    await hand.type('30');
    await hand.press('Control+v');
    await hand.press('Escape');
    await hand.press('Home');
    await hand.press('Control+a');
    await hand.press('Control+Enter');
    await hand.type('Train');
    const ruler = (await page.getByRole('img', { name: 'Ruler' }).boundingBox())!;
    const end = (await page.getByRole('slider', { name: 'Where the new nest ends' }).boundingBox())!;
    const at30 = await pointInTracks(page, 30, 'Train');
    await hand.drag({ x: end.x + end.width / 2, y: end.y + 8 }, { x: at30.x, y: ruler.y + 12 });
    await page.getByText('frames 0 to 30').waitFor();
    await hand.click(/^Add timing/);
    await hand.click(/^Loop/, 'menuitem');
    await hand.field('Across of Train');
    await hand.type('100');
    await hand.press('End');
    await hand.field('Across of Train');
    await hand.type('1100');
    await untilSaved(page);
    const film = (await kept()).compositions as unknown as readonly { name: string; duration: number; layers: readonly { id: string; channels: { y: { keys: readonly { value: number }[] } } }[] }[];
    const train = film.find(({ name }) => name === 'Train')!;
    expect([train.duration, train.layers.length]).toEqual([30, 6]);
    const [layer] = film[0]!.layers;
    expect(await ask('sourcetime', '--comp', 'main', '--layer', layer!.id, '--frames', '0..150/35')).toEqual([0, 5, 10, 15, 20]);
    expect(await ask('values', '--comp', 'main', '--layer', layer!.id, '--channel', 'x', '--frames', '0..150/149')).toEqual([100, 1100]);
    expect(train.layers.map(({ channels: { y: { keys: [stands, lifted, again] } } }) => [stands!.value - lifted!.value, again!.value - stands!.value])).toEqual([20, 30, 40, 50, 60, 70].map((by) => [by, 0]));
    expect(hand.count()).toBeLessThanOrEqual(55);
  });
});
