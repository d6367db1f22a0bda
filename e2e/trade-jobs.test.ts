import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { goTo, pointInTracks, untilSaved } from './browser';
import { askCommandLine, exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { findAction, openFilm } from './open-film';

let page: Page;
const server = journeys('trade-jobs', 4433, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);
const find = async (words: string) => { hand.more(); hand.more(); await findAction(page, words); };
const undone = (name: RegExp | string) => page.getByRole('button', { name }).first().waitFor();

type Fields = Readonly<Record<string, unknown>>;
type Step = Fields & { readonly op: string };
type Kept = Fields & { readonly id: string; readonly name: string; readonly spans: readonly (readonly [number, number])[]; readonly timing?: readonly Step[]; readonly channels: Readonly<Record<string, { readonly keys?: readonly (Fields & { readonly at: number; readonly value: number })[] }>> };
const layers = async (): Promise<readonly Kept[]> => {
  await untilSaved(page);
  const { compositions } = JSON.parse(await exported(server.address, project)) as { compositions: readonly { id: string; layers: readonly Kept[] }[] };
  return compositions.find(({ id }) => id === 'main')!.layers;
};
const layer = async (name: string) => (await layers()).find((one) => one.name === name)!;
const keysOf = async (name: string, track: string) => (await layer(name)).channels[track]!.keys!;

const dot = (length: number) => ({ id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: length - 1, value: 600 }] }, y: { value: 200 } } });
const reel = (length: number, more: object = {}) => ({ id: 'reel', name: 'Inside', duration: length, layers: [dot(length)], ...more });
const nest = (id: string, name: string, more: object = {}) => ({ id, name, kind: 'nest', source: 'reel', clipFrame: false, spans: [[0, 60]], ...more });
const open = async (layersThere: readonly object[], { length = 60, duration = 300, more = {}, inside = {} }: { length?: number; duration?: number; more?: object; inside?: object } = {}) => {
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', duration, layers: layersThere, ...more }, reel(length, inside)]);
  hand.begin();
};
const pick = async (name: string) => { await hand.head(name).click(); hand.begin(); };
/** A press on the ruler, at a frame. */
const ruler = async (frame: number, row: string) => { hand.more(); const box = (await page.getByRole('img', { name: 'Ruler' }).boundingBox())!; await page.mouse.click((await pointInTracks(page, frame, row)).x, box.y + 30); };

test('a plate of 20 s: what moves is marked rigid: 2; then it lasts 27 s: 2', async () => {
  const plate = { layers: [{ id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 600 }, { at: 580, value: 600 }, { at: 599, value: 0 }] }, y: { value: 200 } } }] };
  await open([nest('n', 'Plate', { spans: [[0, 600]] })], { length: 600, duration: 900, inside: plate });
  await pick('Plate');
  await find('rigid');
  await undone(/^Undo .*[Rr]igid/);
  expect(hand.count()).toBe(2);
  await find('elastic');
  await page.getByLabel('Length of Elastic', { exact: true }).waitFor();
  hand.begin();
  await hand.field('Length of Elastic');
  await hand.type('27s');
  expect(hand.count()).toBe(2);
  await expect.poll(async () => (await layer('Plate')).spans).toEqual([[0, 810]]);
});

test('a plate of 20 s: its middle part alone is rigid: 3; made shorter it is as it was, and what is around it gives', async () => {
  const plate = { layers: [{ id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 200, value: 600 }, { at: 400, value: 300 }, { at: 599, value: 0 }] }, y: { value: 200 } } }] };
  await open([nest('n', 'Plate', { spans: [[0, 600]] })], { length: 600, duration: 900, inside: plate });
  await pick('Plate');
  await hand.press('Enter');
  await hand.field('Rigid spans');
  await hand.type('200 to 400');
  await undone(/^Undo .*[Rr]igid/);
  expect(hand.count()).toBe(3);
  await page.keyboard.press('Shift+Enter');
  await pick('Plate');
  await find('elastic');
  await hand.field('Length of Elastic');
  await hand.type('400');
  await expect.poll(async () => (await layer('Plate')).spans).toEqual([[0, 400]]);
  // Two hundred frames before it and two hundred after it have a hundred each; its own run as they did.
  expect(await askCommandLine(server.address, project, 'sourcetime', '--comp', 'main', '--layer', 'n', '--frames', '50..400/50')).toEqual([100, 200, 250, 300, 350, 400, 500]);
});

test('a six-key set goes to 150 %, backwards, on beats: 7', async () => {
  await open([{ id: 'b', name: 'Ball', kind: 'shape', channels: { x: { keys: [0, 10, 20, 30, 40, 50].map((at, i) => ({ at, value: i * 10 })) }, y: { value: 50 } } }], { more: { tempo: { bpm: 148 } } });
  const [from, to] = [await pointInTracks(page, 0, 'Ball'), await pointInTracks(page, 50, 'Ball')];
  await hand.drag({ x: from.x - 9, y: from.y - 11 }, { x: to.x + 9, y: to.y + 11 });
  hand.more();
  await page.getByTitle(/^6 keys · 50 f/).dblclick();
  await page.getByRole('group', { name: 'Spread or gather keys to a length' }).waitFor();
  await hand.type('150%');
  await undone(/^Undo Spread 5 keys/);
  expect((await keysOf('Ball', 'x')).map(({ at }) => at)).toEqual([0, 15, 30, 45, 60, 75]);
  await find('reverse keys');
  await undone(/^Undo Reverse/);
  await find('on beats');
  await undone(/^Undo Put on beats/);
  const keys = await keysOf('Ball', 'x');
  expect(keys.map(({ value }) => value)).toEqual([50, 40, 30, 20, 10, 0]);
  // The frames nearest to the beats, of which there is one each 12.2.
  const beats = Array.from({ length: 8 }, (_, i) => Math.floor((i * 60 * 30) / 148 + 0.5));
  for (const { at } of keys) expect(beats).toContain(at);
  expect(hand.count()).toBeLessThanOrEqual(7);
});

test('a curve that goes 12 % past is on five tracks, and kept: 8', async () => {
  const keyed = (value: number) => ({ keys: [{ at: 0, value }, { at: 40, value: value + 100 }] });
  await open([{ id: 'b', name: 'Ball', kind: 'shape', channels: { x: keyed(0), y: keyed(10), rotation: keyed(0), scaleX: keyed(20), scaleY: keyed(20) } }]);
  const at = await pointInTracks(page, 0, 'Ball');
  await hand.drag({ x: at.x - 9, y: at.y - 11 }, { x: at.x + 9, y: at.y + 11 });
  await hand.field('How far it goes past its ends');
  await hand.type('12');
  await undone(/^Undo Change 5 keys/);
  await hand.click('Keep this curve with the project');
  await page.getByLabel('Name of the curve').waitFor();
  await hand.type('Ours, 12');
  await page.getByRole('button', { name: 'Ours, 12', exact: true }).waitFor();
  for (const track of ['x', 'y', 'rotation', 'scaleX', 'scaleY']) expect((await keysOf('Ball', track))[0]!['curve']).toMatchObject({ kind: 'back', side: 'out' });
  expect(hand.count()).toBeLessThanOrEqual(8);
});

test('three loops to the end of the film, one of them to and fro: 6', async () => {
  await open([nest('a', 'A', { spans: [[0, 60]] }), nest('b', 'B', { spans: [[10, 70]], start: 10 }), nest('c', 'C', { spans: [[20, 80]], start: 20 })]);
  await hand.press('Control+a');
  await hand.click(/^Add timing/);
  await hand.click(/^Loop/, 'menuitem');
  await undone(/^Undo Add Loop to 3 layers/);
  expect((await layers()).map(({ spans }) => spans[0]![1])).toEqual([300, 300, 300]);
  await hand.pick('B');
  await hand.click('Way of Loop', 'combobox');
  await hand.click('to and fro', 'option');
  await undone(/^Undo Change Loop/);
  expect((await layers()).map(({ timing }) => timing![0]!['mode'] ?? 'repeat')).toEqual(['repeat', 'swing', 'repeat']);
  expect(hand.count()).toBeLessThanOrEqual(6);
});

test('it stands for a second softly, then goes on at 200 %: 6', async () => {
  await open([nest('n', 'Reel', { spans: [[0, 120]] })], { length: 120 });
  await pick('Reel');
  await goTo(page, '30', 30);
  hand.begin();
  await hand.press('p');
  await page.getByRole('group', { name: 'Stand here for a while' }).waitFor();
  await hand.press('Tab');
  await hand.type('8');
  await undone(/^Undo Stand Reel here for 30 frames/);
  await ruler(80, 'Reel');
  await hand.press('Shift+P');
  await page.getByRole('group', { name: 'Play a part faster or slower' }).getByText(/Reel: bar/).waitFor();
  await hand.press('Enter');
  await undone(/^Undo Play Reel at 200 %/);
  const [step, ...more] = (await layer('Reel')).timing!;
  expect([more.length, step!['rates']]).toEqual([0, [1, 0, 2]]);
  expect(hand.count()).toBeLessThanOrEqual(6);
});

test('a ramp of three rates, cut on a marker, and back to 100 %: 9', async () => {
  await open([nest('n', 'Reel', { spans: [[0, 200]], markers: [{ id: 'm', at: 60, name: 'here' }] })], { length: 200 });
  await pick('Reel');
  await goTo(page, '20', 20);
  hand.begin();
  const strip = page.getByRole('group', { name: 'Play a part faster or slower' });
  const end = async () => { const box = (await page.getByRole('slider', { name: 'Where the part ends' }).boundingBox())!; return { x: box.x + box.width / 2, y: box.y + 8 }; };
  await hand.press('Shift+P');
  await strip.waitFor();
  const marker = await pointInTracks(page, 60, 'Reel');
  await hand.drag(await end(), { x: marker.x + 3, y: (await end()).y });
  await page.getByRole('slider', { name: 'Where the part ends' }).and(page.locator('[aria-valuenow="60"]')).waitFor();
  await hand.press('Enter');
  await undone(/^Undo Play Reel at 200 % from 20 to 60/);
  await ruler(80, 'Reel');
  await hand.press('Shift+P');
  await strip.waitFor();
  await hand.type('50');
  await undone(/^Undo Play Reel at 50 % from 60/);
  expect((await layer('Reel')).timing!.map(({ rates }) => rates)).toEqual([[1, 2, 0.5]]);
  const feet = (await layer('Reel')).timing![0]!['blend'] as readonly (readonly number[])[];
  expect(feet.flat().every((foot) => foot > 0)).toBe(true);
  await find('back to 100');
  await undone(/^Undo Bring a piece of Reel back/);
  expect((await layer('Reel')).timing!.map(({ rates }) => rates)).toEqual([[1, 2, 1]]);
  expect(hand.count()).toBeLessThanOrEqual(9);
});

test('on twos and threes, kept, put on six, switched off: 8', async () => {
  await open([nest('n', 'Reel'), ...Array.from({ length: 6 }, (_, i) => nest(`o${i}`, `Other ${i}`))]);
  await pick('Reel');
  await hand.click(/^Add timing/);
  await hand.click(/^On twos/, 'menuitem');
  await hand.field('Cuts of On twos');
  await hand.type('30 3');
  await undone(/^Undo Change On twos/);
  await hand.click('Keep these');
  const [from, to] = [await pointInTracks(page, 0, 'Other 0'), await pointInTracks(page, 0, 'Other 5')];
  await page.getByRole('button', { name: 'What a marquee takes' }).click();
  await page.getByRole('menuitem', { name: /bars/ }).first().click();
  await hand.drag({ x: from.x + 560, y: from.y - 8 }, { x: from.x + 4, y: to.y + 8 });
  await page.getByRole('heading', { name: '6 layers' }).waitFor();
  hand.more();
  await page.getByTitle(/a press puts it on/).first().click();
  await undone(/^Undo .*6 layers/);
  expect((await layers()).map(({ timing }) => timing?.[0]?.['cuts'])).toEqual(Array.from({ length: 7 }, () => [[30, 3]]));
  await page.getByRole('switch', { name: 'On twos is on' }).click();
  hand.more();
  await expect.poll(async () => (await layers()).filter(({ timing }) => timing![0]!['off']).length).toBe(6);
  expect(hand.count()).toBeLessThanOrEqual(8);
});

test('a stagger from the middle over 2 s, then by chance, then back: 6', async () => {
  await open(Array.from({ length: 7 }, (_, i) => ({ id: `l${i}`, name: `Lamp ${i}`, kind: 'shape', spans: [[20, 80]], channels: { x: { value: 340 + i * 100 }, y: { value: 200 } } })));
  await hand.press('Control+a');
  await hand.press('a');
  await page.getByRole('slider', { name: /^Turn of Lamp/ }).first().waitFor();
  await hand.type('over 2s outward');
  await undone(/^Undo Stagger 7 layers, over 60 frames, outward/);
  const starts = async () => (await layers()).map(({ spans }) => spans[0]![0]);
  expect(await starts()).toEqual([80, 60, 40, 20, 40, 60, 80]);
  await hand.press('a');
  await page.getByRole('slider', { name: /^Turn of Lamp/ }).first().waitFor();
  await hand.type('by chance');
  await undone(/^Undo Stagger 7 layers, over 60 frames, by chance/);
  const byChance = await starts();
  expect([Math.min(...byChance), Math.max(...byChance)]).toEqual([20, 80]);
  await hand.press('Control+z');
  await expect.poll(starts).toEqual([80, 60, 40, 20, 40, 60, 80]);
  expect(hand.count()).toBeLessThanOrEqual(6);
});

test('a number of the order is pulled onto another bar, and that is the order', async () => {
  await open(['A', 'B', 'C'].map((name, i) => ({ id: `l${i}`, name, kind: 'shape', spans: [[0, 40]] })));
  await hand.press('Control+a');
  await hand.press('a');
  const place = async (name: string) => { const box = (await page.getByRole('slider', { name: `Turn of ${name}` }).boundingBox())!; return { x: box.x + box.width / 2, y: box.y + box.height / 2 }; };
  await page.getByRole('slider', { name: 'Turn of C' }).waitFor();
  await hand.drag(await place('C'), { x: (await place('C')).x, y: (await place('A')).y });
  await expect.poll(() => page.getByRole('slider', { name: 'Turn of C' }).getAttribute('aria-valuenow')).toBe('1');
  await page.getByRole('radio', { name: 'by hand' }).and(page.locator('[aria-checked=true]')).waitFor();
  await hand.press('Enter');
  await undone(/^Undo Stagger 3 layers/);
  expect((await layers()).map(({ spans }) => spans[0]![0])).toEqual([3, 6, 0]);
});

test('an edit that is asked has the rows that it is about in sight; they lie as before when it has gone', async () => {
  await open(Array.from({ length: 12 }, (_, i) => ({ ...dot(20), id: `l${i}`, name: `Lamp ${i}` })));
  const rows = page.getByRole('grid', { name: 'Layers' });
  const scrolled = () => rows.evaluate((list) => list.scrollTop);
  // The last three that are in sight as a whole.
  const last = await rows.evaluate((list) => Math.floor(list.clientHeight / 27) - 1);
  expect(last).toBeLessThan(11);
  await pick(`Lamp ${last - 2}`);
  for (let i = 0; i < 2; i++) await hand.press('Shift+ArrowDown');
  expect(await scrolled()).toBe(0);
  await hand.press('a');
  await expect.poll(scrolled).toBeGreaterThan(0);
  const [room, row] = [(await rows.boundingBox())!, (await hand.head(`Lamp ${last}`).boundingBox())!];
  expect(row.y + row.height).toBeLessThanOrEqual(room.y + room.height + 2);
  await hand.press('Escape');
  await expect.poll(scrolled).toBe(0);
});

test('a wrong retiming is found three edits later, and taken back alone: 2', async () => {
  await open([nest('n', 'Reel'), { id: 'b', name: 'Ball', kind: 'shape', channels: { x: { value: 10 } } }]);
  await pick('Reel');
  await find('reverse');
  await undone(/^Undo Add Reverse/);
  for (const value of ['30', '60', '90']) {
    await hand.pick('Ball');
    await hand.field('Across of Ball');
    await hand.type(value);
    await undone(/^Undo Change|^Undo Set|^Undo .*Ball/);
  }
  hand.begin();
  await hand.click('What was done here');
  await hand.click('Take back alone: Add Reverse to Reel');
  await page.getByText('Taken back, and nothing else: Add Reverse to Reel.').waitFor();
  expect([(await layer('Reel')).timing ?? [], (await layer('Ball')).channels['x']]).toEqual([[], { value: 90 }]);
  expect(hand.count()).toBeLessThanOrEqual(3);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await layer('Reel')).timing?.length).toBe(1);
});

test('one ease on forty layers: 2', async () => {
  await open(Array.from({ length: 40 }, (_, i) => ({ id: `l${i}`, name: `L ${i}`, kind: 'shape', channels: { x: { keys: [{ at: 0, value: i }, { at: 30, value: 100 + i }] } } })));
  await hand.press('Control+a');
  await hand.press('e');
  await undone(/^Undo .*80 keys/);
  expect((await layers()).every(({ channels }) => channels['x']!.keys!.every(({ right }) => right === 'smooth'))).toBe(true);
  expect(hand.count()).toBeLessThanOrEqual(3);
});

test('four words land, 4 frames apart, and drift on by 20 px: 13', async () => {
  const word = (i: number) => ({ id: `w${i}`, name: `Word ${i}`, kind: 'text', channels: { x: { value: 100 }, y: { value: 100 + i * 80 }, text: { value: `Word ${i}` } } });
  await open([0, 1, 2, 3].map(word));
  await hand.press('Control+a');
  await hand.field('Playhead');
  await hand.type('40');
  await hand.press('y');
  await page.getByRole('group', { name: /^Land/ }).waitFor();
  await hand.type('12');
  await undone(/^Undo Key the pose/);
  await hand.field('Down of 4 layers');
  await hand.type('+=60');
  await undone(/^Undo Key Down/);
  await hand.press('PageDown');
  await find('drift');
  await page.getByRole('group', { name: 'Drift on slowly after landing' }).waitFor();
  await hand.press('Enter');
  await undone(/^Undo Drift/);
  await hand.press('a');
  await page.getByRole('slider', { name: /^Turn of Word/ }).first().waitFor();
  await hand.type('4f each');
  await undone(/^Undo Stagger 4 layers, 4 frames apart/);
  const words = await layers();
  expect(words.map(({ spans }) => spans[0]![0])).toEqual([0, 4, 8, 12]);
  const down = words[0]!.channels['y']!.keys!;
  expect([down[0]!.at, down[1]!.at, down.length > 2]).toEqual([28, 40, true]);
  expect(hand.count()).toBeLessThanOrEqual(14);
});
