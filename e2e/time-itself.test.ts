import type { Page } from 'playwright-core';
import { beforeEach, expect, test } from 'vitest';
import { drag, pointInTracks, untilSaved } from './browser';
import { exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { findAction, openFilm } from './open-film';

let page: Page;
const server = journeys('time', 4411, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);

type Fields = Readonly<Record<string, unknown>>;
type Layer = Fields & { readonly id: string; readonly source?: string; readonly spans: readonly (readonly [number, number])[]; readonly timing?: readonly Fields[]; readonly markers?: readonly { readonly id: string; readonly at: number }[] };
type Kept = Fields & { readonly id: string; readonly name: string; readonly layers: readonly Layer[]; readonly staggers?: readonly (Fields & { readonly members: readonly Fields[] })[] };

/** The compositions as they are kept. */
const kept = async (): Promise<readonly Kept[]> => {
  await untilSaved(page);
  return (JSON.parse(await exported(server.address, project)) as { compositions: readonly Kept[] }).compositions;
};
const main = async () => (await kept()).find(({ id }) => id === 'main')!;
const layer = async (id: string) => (await main()).layers.find((one) => one.id === id)!;
const starts = async () => (await main()).layers.filter(({ id }) => id.startsWith('lamp')).map(({ spans }) => spans[0]![0]);
const find = (words: string) => findAction(page, words);

beforeEach(async () => {
  const lamp = (n: number) => ({ id: `lamp${n}`, name: `Lamp ${n}`, kind: 'shape', spans: [[0, 60]], channels: { x: { value: 100 * n }, y: { value: 90 } } });
  const dot = { id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 4, value: 40 }, { at: 12, value: 300 }, { at: 30, value: 300 }, { at: 39, value: 40 }] }, y: { value: 200 } } };
  const deep = { id: 'deep', name: 'Deep', kind: 'nest', source: 'inner', timing: [{ op: 'reverse' }], clipFrame: false };
  const compositions = [
    { id: 'main', name: 'Main', duration: 120, layers: [lamp(1), lamp(2), lamp(3), { id: 'n', name: 'Reel', kind: 'nest', source: 'reel', spans: [[0, 40]], clipFrame: false }, { id: 'looped', name: 'Looped', kind: 'nest', source: 'outer', clipFrame: false, timing: [{ op: 'loop' }] }] },
    { id: 'reel', name: 'Inside', duration: 40, layers: [dot] }, { id: 'outer', name: 'Outer', duration: 40, layers: [deep] }, { id: 'inner', name: 'Inner', duration: 40, layers: [{ ...dot, channels: { ...dot.channels, y: { value: 400 } } }] },
  ];
  project = await openFilm(page, server.address, compositions, { name: 'Time' });
});

test('layers are staggered in three gestures, seen before it is done; the step is changed later from one of them; who is moved alone leaves', async () => {
  await hand.pick('Lamp 1');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('a');
  await page.keyboard.press('ArrowUp');
  await page.getByText(/Stagger 3 layers, 4 frames apart/).waitFor();
  await page.keyboard.press('Escape');
  expect(await starts()).toEqual([0, 0, 0]);
  // The three: the key, the number, Enter.
  await page.keyboard.press('a');
  await page.keyboard.type('8');
  await page.keyboard.press('Enter');
  await expect.poll(starts).toEqual([0, 8, 16]);
  await page.keyboard.press('Escape');
  await hand.pick('Lamp 2');
  await page.getByRole('button', { name: /One of 3: 8 frames apart, from the top row/ }).click();
  await page.getByLabel('How much later').waitFor();
  await page.keyboard.type('5');
  await page.keyboard.press('Enter');
  await expect.poll(starts).toEqual([0, 5, 10]);
  await drag(page, await pointInTracks(page, 20, 'Lamp 2'), await pointInTracks(page, 33, 'Lamp 2'));
  await page.getByText(/Lamp 2 left its stagger/).first().waitFor();
  expect((await main()).staggers![0]!.members.map((one) => one['layer'])).toEqual(['lamp1', 'lamp3']);
  await page.keyboard.press('Control+z');
  await expect.poll(starts).toEqual([0, 5, 10]);
  expect((await main()).staggers![0]!.members).toHaveLength(3);
});

test('a nest stands for a second and goes on, with one key and Enter; a part plays at 200 % with soft changes; Esc lets go', async () => {
  await hand.pick('Reel');
  await page.keyboard.press('Home');
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('p');
  await page.getByText('Stand Reel here for 30 frames', { exact: true }).waitFor();
  await page.keyboard.press('Escape');
  expect((await layer('n')).timing ?? []).toEqual([]);
  await page.keyboard.press('p');
  await page.keyboard.press('Enter');
  await expect.poll(async () => { const { timing, spans } = await layer('n'); return [timing, spans]; }).toMatchObject([[{ op: 'pause', at: 20, for: 30 }], [[0, 70]]]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Shift+P');
  await page.getByLabel('Percent').waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('n')).timing).toMatchObject([{ op: 'ramp', cuts: [20], rates: [1, 2], blend: 10 }]);
});

test('moves inside are fired by markers; a marker is dragged and the picture follows; M fires another place while it plays', async () => {
  await hand.pick('Reel');
  await find('fire the moves');
  await expect.poll(async () => (await layer('n')).timing).toMatchObject([{ op: 'cue', moves: [[4, 12], [30, 39]] }]);
  expect((await layer('n')).markers!.map(({ at }) => at)).toEqual([4, 30]);
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.keyboard.press('m');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await layer('n')).markers!.length).toBe(3);
  // One marker more than there are moves is told.
  await page.getByText(/marker/).first().waitFor();
});

test('a loop of nests in one another is baked with proof, undone, baked again and taken apart', async () => {
  await hand.pick('Looped');
  await find('bake');
  await page.getByRole('button', { name: 'Bake', exact: true }).click();
  await page.getByRole('dialog', { name: 'Looped is baked' }).waitFor();
  await page.getByRole('cell', { name: 'Looped, Deep, Dot, Across' }).waitFor();
  await page.getByText('Pictures apart at most, of 255, in 120 frames').waitFor();
  expect((await layer('looped')).timing ?? []).toEqual([]);
  expect((await kept()).map(({ name }) => name)).toEqual(['Main', 'Inside', 'Outer', 'Inner', 'Inner baked', 'Outer baked']);
  await page.getByRole('button', { name: 'Undo the bake' }).click();
  await expect.poll(async () => (await layer('looped')).timing).toMatchObject([{ op: 'loop' }]);
  expect(await kept()).toHaveLength(4);
  await find('bake');
  await page.getByRole('button', { name: 'Bake', exact: true }).click();
  await page.getByRole('button', { name: 'Take Looped apart' }).click();
  await expect.poll(async () => (await main()).layers.map(({ name }) => name)).toContain('Deep');
});

test('it is told when something moves, and each time is pressed to go there', async () => {
  await hand.pick('Reel');
  await find('when does this');
  await page.getByRole('group', { name: 'When Reel moves' }).waitFor();
  await page.getByRole('button', { name: /Reel moves from 30 to 40; go there/ }).click();
  await expect.poll(async () => page.locator('canvas[data-frame-shown]').getAttribute('data-frame-shown')).toBe('30');
  await page.getByRole('button', { name: 'Take away the marks of Reel' }).click();
  expect(await page.getByRole('group', { name: 'When Reel moves' }).count()).toBe(0);
});

test('a layer is repeated in live copies, whose numbers are typed', async () => {
  await hand.pick('Lamp 1');
  await find('live copies');
  await expect.poll(async () => (await main()).layers.map(({ name }) => name)).toContain('Copies of Lamp 1');
  await page.getByLabel('Amount of Copies of Lamp 1', { exact: true }).click();
  await page.keyboard.type('9');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await main()).layers.find(({ name }) => name === 'Copies of Lamp 1')).toMatchObject({ kind: 'copies', of: 'lamp1', channels: { amount: { value: 9 } } });
});

test('steps are kept with the project, put on another layer, and dragged to another place', async () => {
  await hand.pick('Looped');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await hand.pick('Reel');
  await page.getByRole('button', { name: 'Put Loop on Reel' }).click();
  await expect.poll(async () => (await layer('n')).timing).toMatchObject([{ op: 'loop' }]);
  await find('speed: add');
  await expect.poll(async () => ((await layer('n')).timing ?? []).map(({ op }) => op)).toEqual(['loop', 'speed']);
  const [from, to] = [await page.locator('button[aria-pressed]', { hasText: /^Speed$/ }).boundingBox(), await page.locator('button[aria-pressed]', { hasText: /^Loop$/ }).boundingBox()];
  await drag(page, { x: from!.x + 8, y: from!.y + 8 }, { x: to!.x + 8, y: to!.y - 14 });
  await expect.poll(async () => ((await layer('n')).timing ?? []).map(({ op }) => op)).toEqual(['speed', 'loop']);
});
