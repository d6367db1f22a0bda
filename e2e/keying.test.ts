import type { Page } from 'playwright-core';
import { describe, expect, test } from 'vitest';
import { drag, pointInTracks, pointOnPicture, untilSaved } from './browser';
import { askCommandLine, exported, type KeptProject } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { findAction, openFilm } from './open-film';
import { expectReplayed } from './steps';

let page: Page;
const server = journeys('keying', 4406, (opened) => { page = opened; });
let project: string;
type Key = { readonly id: string; readonly at: number; readonly value: unknown; readonly right?: unknown; readonly left?: unknown; readonly curve?: unknown; readonly arrives?: unknown; readonly pace?: number };
const hand = {
  ...handAt(() => page),
  /** A press on the ruler. */
  time: async (frame: number, row: string) => {
    hand.more();
    const ruler = (await page.locator('canvas[aria-label=Ruler]').boundingBox())!;
    await page.mouse.click((await pointInTracks(page, frame, row)).x + 1, ruler.y + ruler.height - 24);
  },
};
const undone = (name: RegExp | string) => page.getByRole('button', { name }).first().waitFor();
const ask = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, project, verb, ...options);
const keysOf = async (layer: string, track: string): Promise<readonly Key[]> => {
  await untilSaved(page);
  const kept = JSON.parse(await exported(server.address, project)) as KeptProject;
  const main = (kept.compositions as unknown as readonly { id: string; layers: readonly { id: string; channels?: Readonly<Record<string, { keys?: readonly Key[] }>> }[] }[]).find((one) => one.id === 'main')!;
  return main.layers.find((one) => one.id === layer)!.channels?.[track]?.keys ?? [];
};
const find = (words: string) => findAction(page, words);

type FileLayer = Readonly<Record<string, unknown>>;
const ball = (id: string, name: string, x: number, channels: object = {}): FileLayer => ({ id, name, kind: 'shape', shape: 'ellipse', channels: { x: { value: x }, y: { value: 150 }, width: { value: 90 }, height: { value: 90 }, ...channels } });
const moving = { y: { keys: [{ id: 'p', at: 10, value: 100 }, { id: 'q', at: 40, value: 500 }, { id: 'r', at: 70, value: 300 }] } };

async function open(layers: readonly FileLayer[], more: object = {}): Promise<void> {
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', duration: 120, layers, ...more }, { id: 'main2', name: 'Inside', duration: 30, layers: [ball('dot', 'Dot', 30)] }], { name: 'Keys' });
  hand.begin();
}

/** A point of the first track row under a layer, at a frame. */
const inRow = async (frame: number, label: string) => {
  const { x } = await pointInTracks(page, frame, 'Ball');
  const row = (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: label }).first().boundingBox())!;
  return { x, y: row.y + row.height / 2 };
};


describe('jobs, in so many gestures', () => {
  test('a ball bounces, holds and overshoots: 9', async () => {
    await open([ball('a', 'Ball', 640)]);
    await hand.press('r');
    await hand.time(30, 'Ball');
    const from = await pointOnPicture(page, 640, 150);
    await hand.drag(from, await pointOnPicture(page, 640, 600));
    await page.getByRole('status').getByText(/Down kept at 0, keyed at 30/).waitFor();
    await hand.click('Bounce');
    await hand.time(45, 'Ball');
    await hand.press('k');
    await hand.time(65, 'Ball');
    await hand.drag(await pointOnPicture(page, 640, 600), await pointOnPicture(page, 640, 200));
    await hand.click('Back');
    expect(hand.count()).toBeLessThanOrEqual(9);
    const keys = await keysOf('a', 'y');
    expect(keys.map(({ at }) => at)).toEqual([0, 30, 45, 65]);
    expect(keys.map(({ curve }) => (curve as { kind: string } | undefined)?.kind)).toEqual(['bounce', undefined, 'back', undefined]);
    const held = (await ask('values', '--comp', 'main', '--layer', 'a', '--channel', 'y', '--frames', '30..46')) as number[];
    expect(new Set(held).size).toBe(1);
    const up = (await ask('values', '--comp', 'main', '--layer', 'a', '--channel', 'y', '--frames', '45..66')) as number[];
    expect(Math.min(...up)).toBeLessThan(up[up.length - 1]! - 5);
  });
  test('a title lands and has come from somewhere: 10', async () => {
    await open([{ id: 't', name: 'Title', kind: 'text', channels: { text: { value: 'All night' }, x: { value: 300 }, y: { value: 400 } } }]);
    await hand.pick('Title');
    await hand.time(40, 'Title');
    await hand.press('y');
    await hand.type('12');
    await expect.poll(() => page.getByRole('button', { name: 'Keying is on' }).count()).toBe(1);
    await hand.field('Down of Title');
    await hand.type('460');
    await hand.field('Opacity of Title');
    await hand.type('0');
    await hand.click('Back');
    expect(hand.count()).toBeLessThanOrEqual(10);
    expect((await keysOf('t', 'y')).map(({ at, value }) => [at, value])).toEqual([[28, 460], [40, 400]]);
    expect((await keysOf('t', 'opacity')).map(({ at, value }) => [at, value])).toEqual([[28, 0], [40, 100]]);
    expect((await keysOf('t', 'y'))[0]!.curve).toMatchObject({ kind: 'back', side: 'out' });
    // It drifts on in the direction that it came.
    await find('drift on slowly');
    await page.getByRole('group', { name: /Drift on slowly/ }).waitFor();
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await keysOf('t', 'y')).map(({ at, value }) => [at, value])).toEqual([[28, 460], [40, 400], [120, 380]]);
  });
  test('motion goes to three layers, 5 frames apart: 4', async () => {
    await open([ball('a', 'Ball', 200, moving), ball('b', 'Second', 400), ball('c', 'Third', 600), ball('d', 'Fourth', 800)]);
    await hand.pick('Ball');
    await hand.pick('Fourth', ['Shift']);
    await hand.press('j');
    await hand.type('5');
    await undone(/^Undo Paste 9 keys/);
    expect(hand.count()).toBeLessThanOrEqual(4);
    for (const [i, layer] of ['b', 'c', 'd'].entries()) expect((await keysOf(layer, 'y')).map(({ at, value }) => [at, value])).toEqual([[15 + i * 5, 150], [45 + i * 5, 550], [75 + i * 5, 350]]);
  });
});

describe('the panel of a key', () => {
  test('shows time, value and neighbours; typing changes the key wherever the playhead is', async () => {
    await open([ball('a', 'Ball', 640, moving)]);
    await hand.pick('Ball');
    await page.keyboard.press('f');
    const peg = await inRow(40, 'Down');
    await page.mouse.click(peg.x, peg.y);
    const panel = page.getByRole('region', { name: 'Key', exact: true });
    await panel.getByText('30 f after').waitFor();
    await panel.getByText('30 f until').waitFor();
    const before = await exported(server.address, project);
    await page.getByLabel('Value of the key', { exact: true }).click();
    await page.keyboard.type('+=20');
    await page.keyboard.press('Enter');
    await page.getByLabel('Time of the key', { exact: true }).click();
    await page.keyboard.type('50');
    await page.keyboard.press('Enter');
    await page.getByLabel('Value that the motion arrives on', { exact: true }).click();
    await page.keyboard.type('480');
    await page.keyboard.press('Enter');
    expect((await keysOf('a', 'y')).map(({ at, value, arrives }) => [at, value, arrives])).toEqual([[10, 100, undefined], [50, 520, 480], [70, 300, undefined]]);
    await page.getByLabel('Frames over which it leaves', { exact: true }).click();
    await page.keyboard.type('50%');
    await page.keyboard.press('Enter');
    expect((await keysOf('a', 'y'))[1]!.right).toEqual([10, 0]);
    // What cannot be read keeps the old value and says why beside the field.
    await page.getByLabel('Time of the key', { exact: true }).click();
    await page.keyboard.type('soon');
    await page.getByText(/is not a time/).waitFor();
    await page.keyboard.press('Escape');
    expect((await keysOf('a', 'y'))[1]!.at).toBe(50);
    expect(await expectReplayed(page, before, await exported(server.address, project))).toBe(4);
  });
  test('a pace finds the next key’s time, and keeps it', async () => {
    await open([ball('a', 'Ball', 640, { y: { keys: [{ id: 'p', at: 10, value: 100 }, { id: 'q', at: 40, value: 500 }] } })]);
    await hand.pick('Ball');
    await page.keyboard.press('f');
    const peg = await inRow(10, 'Down');
    await page.mouse.click(peg.x, peg.y);
    await page.getByLabel('Pace after the key', { exact: true }).click();
    await page.keyboard.type('200');
    await page.keyboard.press('Enter');
    expect((await keysOf('a', 'y')).map(({ at }) => at)).toEqual([10, 70]);
    await page.getByLabel('Value of the key', { exact: true }).click();
    await page.keyboard.type('300');
    await page.keyboard.press('Enter');
    expect((await keysOf('a', 'y')).map(({ at }) => at)).toEqual([10, 40]);
  });
  test('a curve is pressed, pulled stronger, kept with the project, and turned into handles', async () => {
    await open([ball('a', 'Ball', 640, moving)]);
    await hand.pick('Ball');
    await page.keyboard.press('f');
    const peg = await inRow(10, 'Down');
    await page.mouse.click(peg.x, peg.y);
    const tile = page.getByRole('group', { name: 'Curves' }).getByRole('button', { name: /^Back/ });
    const box = (await tile.boundingBox())!;
    await drag(page, { x: box.x + 20, y: box.y + 20 }, { x: box.x + 140, y: box.y + 20 });
    await expect.poll(async () => (await keysOf('a', 'y'))[0]!.curve).toEqual({ kind: 'back', side: 'out', amount: 3.4 });
    await page.getByRole('button', { name: 'Keep this curve with the project' }).click();
    // What was kept has its name open to be typed.
    await page.getByRole('textbox', { name: 'Name of the curve' }).waitFor();
    await page.keyboard.type('Sprung');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Sprung', exact: true }).waitFor();
    await find('turn curves into handles');
    await expect.poll(async () => (await keysOf('a', 'y'))[0]!.curve).toBeUndefined();
    expect((await keysOf('a', 'y'))[0]!.right).toBeInstanceOf(Array);
    // The shape of handles is kept as well, and given to a motion of other length and height.
    await page.getByRole('button', { name: 'Keep this curve with the project' }).click();
    await page.getByRole('textbox', { name: 'Name of the curve' }).waitFor();
    await page.keyboard.press('Escape');
    const shape = (await keysOf('a', 'y'))[0]!.right as [number, number];
    await hand.field('Frames over which it leaves');
    await hand.type('0');
    await expect.poll(async () => ((await keysOf('a', 'y'))[0]!.right as [number, number])[0]).toBe(0);
    await page.getByRole('button', { name: 'Ours', exact: true }).click();
    await expect.poll(async () => ((await keysOf('a', 'y'))[0]!.right as [number, number])[0]).toBeCloseTo(shape[0], 6);
    expect(((await keysOf('a', 'y'))[0]!.right as [number, number])[1]).toBeCloseTo(shape[1], 6);
  });
});

describe.each([['the whole composition in view', 0], ['zoomed in and scrolled', 4]] as const)('keys on the timeline, %s', (_, closer) => {
  const opened = async () => {
    await open([ball('a', 'Ball', 640, moving)]);
    await page.keyboard.press('f');
    await hand.pick('Ball');
    await page.keyboard.press('f');
    await hand.time(40, 'Ball');
    for (let i = 0; i < closer; i++) await page.keyboard.press('n');
  };
  test('the line between two pegs is pulled sideways and up; Esc lets go, undo takes it back; a double-click adds a key', async () => {
    await opened();
    // The line stands where the value is, between 100 at the row's foot and 500 at its head.
    const level = 7 - ((460 - 100) / 400) * 14;
    const [at, to] = [await inRow(46, 'Down'), await inRow(50, 'Down')].map(({ x, y }) => ({ x, y: y + level })) as [{ x: number; y: number }, { x: number; y: number }];
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await page.getByText(/leaves over 4 f/).waitFor();
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect((await keysOf('a', 'y'))[1]!.right).toBeUndefined();
    await drag(page, at, to);
    await undone(/^Undo Pull the motion/);
    expect((await keysOf('a', 'y'))[1]!.right).toEqual([4, 0]);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Escape');
    await expect.poll(async () => (await keysOf('a', 'y'))[1]!.right).toBeUndefined();
    await page.mouse.dblclick(at.x, at.y);
    await expect.poll(async () => (await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 40, 46, 70]);
    expect((await keysOf('a', 'y'))[2]!.value).toBeCloseTo(460, 6);
  });
  test('several keys are a bar with two grips: pulled it spreads them, by the keyboard too', async () => {
    await opened();
    await find('select all keys of the selected');
    const last = page.getByRole('button', { name: /^Last of the selected keys/ });
    const box = (await last.boundingBox().catch(() => null)) ?? { x: 0, y: 0, width: 0, height: 0 };
    if (closer === 0) {
      const [a, b] = [await pointInTracks(page, 70, 'Ball'), await pointInTracks(page, 100, 'Ball')];
      const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      await page.mouse.move(at.x, at.y);
      await page.mouse.down();
      await page.mouse.move(at.x + (b.x - a.x), at.y, { steps: 4 });
      await page.keyboard.press('Escape');
      await page.mouse.up();
      expect((await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 40, 70]);
      await drag(page, at, { x: at.x + (b.x - a.x), y: at.y });
      await expect.poll(async () => (await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 55, 100]);
      await page.keyboard.press('Control+z');
    }
    await expect.poll(async () => (await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 40, 70]);
    await last.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await expect.poll(async () => (await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 45, 80]);
    await page.keyboard.press('Enter');
    await page.getByRole('group', { name: 'Spread or gather keys to a length' }).waitFor();
    await page.keyboard.type('20');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await keysOf('a', 'y')).map((key) => key.at)).toEqual([10, 20, 30]);
  });
  test('a lane shows the curve: its keys and handles are pulled, Shift keeps one axis, Esc lets go', async () => {
    await opened();
    await page.keyboard.press('l');
    const row = page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: 'faint: speed' });
    await row.waitFor();
    const box = (await row.boundingBox())!;
    const heightOf = (value: number) => box.y + box.height - 16 - ((value - 100) / 400) * (box.height - 32);
    const at = { x: (await pointInTracks(page, 40, 'Ball')).x, y: heightOf(500) };
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x, heightOf(400), { steps: 4 });
    await page.getByText(/^40 f, (399|400|401)/).waitFor();
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect((await keysOf('a', 'y'))[1]!.value).toBe(500);
    await drag(page, at, { x: at.x, y: heightOf(400) });
    await expect.poll(async () => Math.abs(((await keysOf('a', 'y'))[1]!.value as number) - 400)).toBeLessThan(6);
    expect((await keysOf('a', 'y'))[1]!.at).toBe(40);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Escape');
    await expect.poll(async () => (await keysOf('a', 'y'))[1]!.value).toBe(500);
    // The handle by which it leaves lies a third of the way.
    const knob = { x: (await pointInTracks(page, 50, 'Ball')).x, y: heightOf(500 - 200 / 3) };
    await drag(page, knob, { x: (await pointInTracks(page, 56, 'Ball')).x, y: heightOf(500) });
    await expect.poll(async () => ((await keysOf('a', 'y'))[1]!.right as number[] | undefined)?.[0]).toBe(16);
    expect(Math.abs(((await keysOf('a', 'y'))[1]!.right as number[])[1]!)).toBeLessThan(8);
    // The handles of a selected key are items for the keyboard as well.
    await page.mouse.click(at.x, at.y);
    const item = page.getByRole('button', { name: /^Handle by which it leaves, Down of Ball, key 2/ });
    await item.focus();
    await page.keyboard.press('Shift+ArrowLeft');
    await page.keyboard.press('ArrowRight');
    await expect.poll(async () => ((await keysOf('a', 'y'))[1]!.right as number[])[0]).toBe(7);
    await page.keyboard.press('Enter');
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Frames over which it leaves');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Shift+l');
    await page.getByRole('button', { name: /among the rows again/ }).waitFor();
    await page.keyboard.press('Shift+l');
  });
});

describe('asked for by numbers', () => {
  test('is shown while it is typed, let go of with Esc, and done with Enter', async () => {
    await open([ball('a', 'Ball', 200, moving), ball('b', 'Second', 400, moving), ball('c', 'Third', 600, moving)]);
    await hand.pick('Ball');
    await hand.pick('Third', ['Shift']);
    const before = await exported(server.address, project);
    await find('put layers keys one after another');
    const strip = page.getByRole('group', { name: 'Put layers’ keys one after another' });
    await strip.waitFor();
    await page.keyboard.type('5');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Escape');
    await strip.waitFor({ state: 'detached' });
    expect((await keysOf('c', 'y'))[0]!.at).toBe(10);
    await find('put layers keys one after another');
    await strip.waitFor();
    await page.keyboard.type('5');
    await page.keyboard.press('Enter');
    await strip.waitFor({ state: 'detached' });
    for (const [i, layer] of ['a', 'b', 'c'].entries()) await expect.poll(async () => (await keysOf(layer, 'y')).map(({ at }) => at)).toEqual([10 + i * 5, 40 + i * 5, 70 + i * 5]);
    await find('put time in or take it out');
    await page.getByRole('group', { name: /Put time in/ }).waitFor();
    await page.keyboard.type('20');
    await page.keyboard.press('Enter');
    await undone(/^Undo Open 20 frames at 0/);
    expect((await keysOf('a', 'y')).map(({ at }) => at)).toEqual([10, 40, 70]);
    expect(await expectReplayed(page, before, await exported(server.address, project))).toBe(2);
  });
  test('poses are flipped and mirrored between partners, loops are closed, motion is taken out', async () => {
    await open([ball('a', 'Ball', 200, { ...moving, rotation: { value: 30 } }), ball('b', 'Second', 900, { rotation: { value: 0 } })]);
    await hand.pick('Ball');
    await hand.pick('Second', ['Shift']);
    await find('make the two selected layers partners');
    await find('mirror the pose');
    await undone(/^Undo Mirror the pose/);
    await untilSaved(page);
    expect(await ask('values', '--comp', 'main', '--layer', 'b', '--channel', 'x', '--frames', '0..1')).toEqual([1080]);
    expect(await ask('values', '--comp', 'main', '--layer', 'a', '--channel', 'x', '--frames', '0..1')).toEqual([380]);
    expect(await ask('values', '--comp', 'main', '--layer', 'b', '--channel', 'rotation', '--frames', '0..1')).toEqual([-30]);
    await hand.pick('Ball');
    await find('flip across');
    await undone(/^Undo Flip Ball across/);
    await find('close tracks to a loop');
    await undone(/^Undo Close 1 track/);
    const closed = (await keysOf('a', 'y')).map(({ value }) => value);
    expect(closed[0]).toBe(closed[closed.length - 1]);
    await find('take the motion out');
    await expect.poll(async () => (await keysOf('a', 'y')).length).toBe(0);
  });
  test('pose and step on: a press on the picture sets the next place, so many frames later', async () => {
    await open([ball('a', 'Ball', 640)]);
    await hand.pick('Ball');
    await page.keyboard.press('r');
    await page.getByRole('button', { name: /^New keys are straight/ }).click();
    await page.getByLabel('Frames that the playhead goes on after each pose').click();
    await page.keyboard.type('10');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Shift+k');
    for (const [x, y] of [[300, 300], [900, 500]] as const) {
      const at = await pointOnPicture(page, x, y);
      await page.mouse.click(at.x, at.y);
    }
    await expect.poll(async () => (await keysOf('a', 'x')).map(({ at }) => at)).toEqual([0, 10, 20]);
    const places = (await keysOf('a', 'x')).map(({ value }) => value as number);
    expect(places[0]).toBe(640);
    expect(Math.abs(places[1]! - 300)).toBeLessThan(2);
    expect(Math.abs(places[2]! - 900)).toBeLessThan(2);
  });
  test('with keying on, Enter in a field keys the value that stands there', async () => {
    await open([ball('a', 'Ball', 640)]);
    await hand.pick('Ball');
    await page.keyboard.press('r');
    await hand.time(20, 'Ball');
    await page.getByLabel('Turn of Ball', { exact: true }).click();
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await keysOf('a', 'rotation')).map(({ at, value }) => [at, value])).toEqual([[20, 0]]);
  });
  test('ghosts show the poses before and after, and each can be dragged', async () => {
    await open([ball('a', 'Ball', 640, moving)]);
    await hand.pick('Ball');
    await hand.time(40, 'Ball');
    await page.keyboard.press('g');
    const ghost = page.getByRole('button', { name: 'Before: the pose at frame 10' });
    await ghost.waitFor();
    await page.getByRole('button', { name: 'After: the pose at frame 70' }).waitFor();
    const box = (await ghost.boundingBox())!;
    const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x, at.y + 40, { steps: 4 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect((await keysOf('a', 'y'))[0]!.value).toBe(100);
    await drag(page, at, { x: at.x, y: at.y + 40 });
    await expect.poll(async () => (await keysOf('a', 'y'))[0]!.value as number).toBeGreaterThan(150);
    expect((await keysOf('a', 'y')).slice(1).map(({ at: when, value }) => [when, value])).toEqual([[40, 500], [70, 300]]);
    await page.keyboard.press('g');
    await ghost.waitFor({ state: 'detached' });
  });
  test('a motion is drawn by hand in its lane, as few keys as keep to it', async () => {
    await open([ball('a', 'Ball', 640, moving)]);
    await hand.pick('Ball');
    await page.keyboard.press('l');
    await page.getByRole('button', { name: 'Draw Down by hand' }).click();
    const row = (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: 'faint: speed' }).boundingBox())!;
    const point = async (frame: number, part: number) => ({ x: (await pointInTracks(page, frame, 'Ball')).x, y: row.y + 16 + (row.height - 32) * part });
    const [from, over, to] = [await point(20, 0.9), await point(40, 0.2), await point(60, 0.8)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(over.x, over.y, { steps: 12 });
    await page.mouse.move(to.x, to.y, { steps: 12 });
    await page.mouse.up();
    await undone(/^Undo Draw Down of Ball/);
    const drawn = await keysOf('a', 'y');
    // What lay between gave way, what lies outside stayed.
    expect([drawn[0]!.at, drawn[drawn.length - 1]!.at]).toEqual([10, 70]);
    expect(drawn.some(({ id }) => id === 'q')).toBe(false);
    expect(drawn.length).toBeLessThan(16);
    const values = (await ask('values', '--comp', 'main', '--layer', 'a', '--channel', 'y', '--frames', '20..61/20')) as number[];
    expect(values[1]).toBeGreaterThan(values[0]! + 200);
    expect(values[1]).toBeGreaterThan(values[2]! + 150);
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await keysOf('a', 'y')).map(({ at }) => at)).toEqual([10, 40, 70]);
  });
});

describe('bars', () => {
  const spansOf = async (layer: string): Promise<unknown> => {
    await untilSaved(page);
    const kept = JSON.parse(await exported(server.address, project)) as unknown as { compositions: readonly { id: string; layers: readonly { id: string; spans?: unknown; start?: number; timing?: readonly { op: string; by?: number }[] }[] }[] };
    return kept.compositions.find((one) => one.id === 'main')!.layers.find((one) => one.id === layer);
  };
  test('are cut in place, their edge is rolled, and they are joined again', async () => {
    await open([ball('a', 'Ball', 640)]);
    await hand.pick('Ball');
    await hand.time(40, 'Ball');
    await find('cut the bar here');
    await expect.poll(() => spansOf('a')).toMatchObject({ spans: [[0, 40], [40, 120]] });
    const edge = await pointInTracks(page, 40, 'Ball');
    const to = await pointInTracks(page, 60, 'Ball');
    await page.mouse.move(edge.x, edge.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await page.getByText(/the edge at 60/).waitFor();
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect(await spansOf('a')).toMatchObject({ spans: [[0, 40], [40, 120]] });
    await drag(page, edge, to);
    await expect.poll(() => spansOf('a')).toMatchObject({ spans: [[0, 60], [60, 120]] });
    await find('join the bars');
    await expect.poll(async () => (await spansOf('a') as { spans?: unknown }).spans ?? [[0, 120]]).toEqual([[0, 120]]);
  });
  test('many get one beginning and length, their gaps are closed, and what a nest shows slides under its bar', async () => {
    await open([ball('a', 'Ball', 200), ball('b', 'Second', 400), { id: 'n', name: 'Nest', kind: 'nest', source: 'main2', spans: [[80, 110]], start: 80 }]);
    await hand.pick('Ball');
    await hand.pick('Second', ['Shift']);
    await find('one beginning and length');
    await page.getByRole('group', { name: /One beginning and length/ }).waitFor();
    await page.keyboard.type('10');
    await page.keyboard.press('Tab');
    await page.keyboard.type('20');
    await page.keyboard.press('Enter');
    await expect.poll(() => spansOf('b')).toMatchObject({ spans: [[10, 30]] });
    expect(await spansOf('a')).toMatchObject({ spans: [[10, 30]] });
    await hand.pick('Second');
    await hand.pick('Nest', ['Control']);
    await find('close the gaps');
    await expect.poll(() => spansOf('n')).toMatchObject({ spans: [[30, 60]], start: 30 });
    await hand.pick('Nest');
    await find('slide what is shown');
    await page.getByRole('group', { name: /Slide what is shown/ }).waitFor();
    await page.keyboard.type('6');
    await page.keyboard.press('Enter');
    await expect.poll(() => spansOf('n')).toMatchObject({ spans: [[30, 60]], start: 30, timing: [{ op: 'delay', by: 6 }] });
    // The same by pointer: the line of its picture time is pulled sideways. At 50 the nest shows its frame 14 of 30.
    await page.keyboard.press('l');
    const lane = (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: 'Picture time' }).boundingBox())!;
    const { x } = await pointInTracks(page, 50, 'Nest');
    const line = lane.y + lane.height - 12 - (14 / 30) * (lane.height - 24);
    await drag(page, { x, y: line }, { x: (await pointInTracks(page, 56, 'Nest')).x, y: line });
    await expect.poll(() => spansOf('n')).toMatchObject({ spans: [[30, 60]], start: 30, timing: [{ op: 'delay', by: 12 }] });
  });
});
