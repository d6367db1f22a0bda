import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { drag, pointInTracks, untilSaved } from './browser';
import { exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { findAction, openFilm } from './open-film';

let page: Page;
const server = journeys('lanes', 4409, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);
const D = 40;

type Node = Readonly<Record<string, unknown>> & { readonly op: string };
/** The steps of the nest, as they are kept. */
const timing = async (): Promise<readonly Node[]> => {
  await untilSaved(page);
  const { compositions } = JSON.parse(await exported(server.address, project)) as { compositions: readonly { id: string; layers: readonly { id: string; timing?: readonly Node[] }[] }[] };
  return compositions.find(({ id }) => id === 'main')!.layers.find(({ id }) => id === 'n')!.timing ?? [];
};
const find = (words: string) => findAction(page, words);

async function open(stack: readonly object[]): Promise<void> {
  const dot = { id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 39, value: 600 }] }, y: { value: 200 } } };
  const compositions = [{ id: 'main', name: 'Main', duration: 120, layers: [{ id: 'n', name: 'Reel', kind: 'nest', source: 'reel', timing: stack }] }, { id: 'reel', name: 'Inside', duration: D, markers: [{ id: 'm', at: 12, name: 'arrive' }], layers: [dot] }];
  project = await openFilm(page, server.address, compositions, { name: 'Lanes' });
  await hand.pick('Reel');
  if ((await page.getByRole('row').filter({ hasText: 'Picture time' }).count()) === 0) await page.keyboard.press('l');
  await page.getByRole('row').filter({ hasText: 'Picture time' }).waitFor();
}

/** A point of the lane: at a frame across, at a time of the source up. */
async function inLane(frame: number, shown: number): Promise<{ readonly x: number; readonly y: number }> {
  const lane = (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: 'Picture time' }).boundingBox())!;
  return { x: (await pointInTracks(page, frame, 'Reel')).x, y: lane.y + lane.height - 12 - (shown / D) * (lane.height - 24) };
}

/** What is rigid inside, as it is kept. */
const rigid = async (): Promise<unknown> => {
  await untilSaved(page);
  const { compositions } = JSON.parse(await exported(server.address, project)) as { compositions: readonly { id: string; rigid?: unknown }[] };
  return compositions.find(({ id }) => id === 'reel')!.rigid;
};


test('a pause is pulled longer where it is drawn; Esc lets go, Undo takes it back, arrow keys do the same', async () => {
  await open([{ op: 'pause', at: 10, for: 8 }]);
  const [from, to] = [await inLane(18, 10), await inLane(38, 10)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.getByText(/stands for 28 frames/).waitFor();
  await page.keyboard.press('Escape');
  await page.mouse.up();
  expect(await timing()).toMatchObject([{ op: 'pause', at: 10, for: 8 }]);
  await drag(page, from, to);
  await expect.poll(timing).toMatchObject([{ op: 'pause', at: 10, for: 28 }]);
  await page.keyboard.press('Control+z');
  await expect.poll(timing).toMatchObject([{ for: 8 }]);
  await page.getByRole('button', { name: /^Pause, where it goes on/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(timing).toMatchObject([{ for: 17 }]);
});

test('a loop ends and stops where it is pulled to; its times are tied to a marker inside by its name', async () => {
  await open([{ op: 'loop', from: 0, to: 20, count: 2 }]);
  await drag(page, await inLane(20, 20), await inLane(30, 20));
  await expect.poll(timing).toMatchObject([{ to: 30, count: 2 }]);
  await page.getByLabel('To of Loop', { exact: true }).click();
  await page.keyboard.type('arrive + 4');
  await page.keyboard.press('Enter');
  await expect.poll(timing).toMatchObject([{ to: { marker: 'm', plus: 4, was: 16 } }]);
  await page.getByLabel('Until of Loop', { exact: true }).click();
  await page.keyboard.type('50');
  await page.keyboard.press('Enter');
  await expect.poll(timing).toMatchObject([{ until: 50 }]);
});

test('a ramp: born at the playhead, its slope caught at 200 %, its change made soft by a foot, its parts typed', async () => {
  await open([]);
  await find('ramp');
  await expect.poll(timing).toMatchObject([{ op: 'ramp', rates: [1, 0.5, 1] }]);
  await page.getByLabel('Cuts of Ramp', { exact: true }).click();
  await page.keyboard.type('10, 30');
  await page.keyboard.press('Enter');
  await expect.poll(timing).toMatchObject([{ cuts: [10, 30] }]);
  // The middle of the second part: at 20, where it shows 15. Twice as fast there is 20 frames of the source in ten.
  const slope = await inLane(20, 15);
  await drag(page, slope, await inLane(20, 30));
  await expect.poll(timing).toMatchObject([{ rates: [1, 2, 1] }]);
  await page.getByLabel('Blend of Ramp', { exact: true }).click();
  await page.keyboard.type('no number');
  await page.keyboard.press('Enter');
  await page.getByText(/Type it like 10/).waitFor();
  await page.keyboard.press('Escape');
  await page.getByLabel('Blend of Ramp', { exact: true }).click();
  await page.keyboard.type('6');
  await page.keyboard.press('Enter');
  await expect.poll(timing).toMatchObject([{ blend: 6 }]);
});

test('a double-click on real time puts a remap through that point, whose keys are dragged', async () => {
  await open([]);
  const at = await inLane(20, 20);
  await page.mouse.dblclick(at.x, at.y);
  await expect.poll(timing).toMatchObject([{ op: 'remap', keys: [{ at: 0, to: 0 }, { at: 20, to: 20 }, { at: 39, to: 39 }] }]);
  await drag(page, at, await inLane(30, 10));
  await expect.poll(timing).toMatchObject([{ keys: [{ at: 0 }, { at: 30, to: 10 }, { at: 39 }] }]);
});

test('cues: too few markers are told with what mends it, and gone once it is mended', async () => {
  await open([{ op: 'cue', moves: [[0, 10], [10, 40]] }]);
  await page.getByText(/2 moves and no marker that fires/).first().waitFor();
  await page.getByRole('button', { name: /^Mend: “Reel” has 2 moves/ }).click();
  await expect.poll(() => page.getByText(/2 moves and no marker/).count()).toBe(0);
  await drag(page, await inLane(10, 10), await inLane(10, 20));
  await expect.poll(timing).toMatchObject([{ moves: [{ from: 0, to: 20 }, [10, 40]] }]);
});

test('a time is tied to a marker by pulling it onto that, and follows as the marker is moved inside; T ties by the keyboard', async () => {
  await open([{ op: 'loop', from: 0, to: 20 }]);
  await drag(page, await inLane(20, 20), await inLane(12, 20));
  await expect.poll(timing).toMatchObject([{ to: { marker: 'm', was: 12 } }]);
  await page.keyboard.press('Control+z');
  await expect.poll(timing).toMatchObject([{ to: 20 }]);
  await page.getByRole('button', { name: /^Loop, where it ends/ }).focus();
  await page.keyboard.press('t');
  await expect.poll(timing).toMatchObject([{ to: { marker: 'm', was: 12 } }]);
  // Inside, the marker goes five frames on: the loop goes along.
  await hand.pick('Reel');
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'The way into this nest' }).waitFor();
  await page.getByLabel('Time of marker arrive').click();
  await page.keyboard.type('17');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+Enter');
  await page.getByRole('button', { name: /^Loop, where it ends: frame 17/ }).waitFor({ state: 'attached' });
});

test('how fast it runs stands in a lane of its own, where the part at the playhead is typed', async () => {
  await open([{ op: 'ramp', cuts: [10, 30], rates: [1, 0.5, 1] }]);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: /^here at/ }).click();
  const rate = page.getByLabel('Rate of Reel here');
  await expect.poll(() => rate.inputValue()).toBe('100 %');
  await page.getByRole('textbox', { name: 'Playhead' }).click();
  await page.keyboard.type('20');
  await page.keyboard.press('Enter');
  await expect.poll(() => rate.inputValue()).toBe('50 %');
  await rate.click();
  await page.keyboard.type('200');
  await page.keyboard.press('Enter');
  await expect.poll(timing).toMatchObject([{ op: 'ramp', cuts: [10, 30], rates: [1, 2, 1] }]);
  await page.keyboard.press('Control+z');
  await expect.poll(timing).toMatchObject([{ rates: [1, 0.5, 1] }]);
});

test('an edge of what is rigid is pulled from a bar that shows it, with Esc and by keyboard', async () => {
  await open([]);
  await page.keyboard.press('Enter');
  await page.getByLabel('Rigid spans').click();
  await page.keyboard.type('0 to 20');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+Enter');
  await page.getByRole('button', { name: /^Rigid up to frame 20 of Inside/ }).waitFor({ state: 'attached' });
  const bar = (await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Reel', exact: true }).boundingBox())!;
  const foot = async (frame: number) => ({ x: (await pointInTracks(page, frame, 'Reel')).x, y: bar.y + bar.height / 2 + 8 });
  const [from, to] = [await foot(20), await foot(26)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.getByText('rigid 0 to 26: changes 1 use').waitFor();
  await page.keyboard.press('Escape');
  await page.mouse.up();
  // A hand takes the edge where it sees it: back where it was.
  await page.getByText('rigid 0 to 26: changes 1 use').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: /^Rigid up to frame 20 of Inside/ }).waitFor({ state: 'attached' });
  await drag(page, from, to);
  await expect.poll(rigid).toEqual([[0, 26]]);
  await page.getByRole('button', { name: /^Rigid up to frame 26 of Inside/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(rigid).toEqual([[0, 25]]);
});

test('keys stretched by a bar give alike, unless they are nested in the same step: then what moves keeps its pace', async () => {
  const card = { id: 'c', name: 'Card', kind: 'shape', spans: [[0, 60]], channels: { y: { value: 200 }, x: { keys: [{ at: 0, value: 0 }, { at: 10, value: 300 }, { at: 50, value: 300 }, { at: 59, value: 600 }] } } };
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', duration: 120, layers: [card] }], { name: 'Card' });
  await hand.pick('Card');
  await find('Stretch to a percentage');
  await page.getByLabel('Percent of its length').waitFor();
  await page.keyboard.type('150');
  await page.keyboard.press('Enter');
  await page.getByText('Card: all keys give alike.').waitFor();
  await page.getByRole('button', { name: 'Nest, and keep what moves' }).click();
  await page.getByText(/Card is a nest now|is a nest now; what moves/).waitFor();
  await untilSaved(page);
  const film = JSON.parse(await exported(server.address, project)) as { compositions: readonly { id: string; rigid?: unknown; layers: readonly { kind: string; spans?: unknown; timing?: unknown }[] }[] };
  expect(film.compositions.find(({ id }) => id === 'main')!.layers).toMatchObject([{ kind: 'nest', spans: [[0, 90]], timing: [{ op: 'elastic', length: 90 }] }]);
  expect(film.compositions.find(({ id }) => id !== 'main')!.rigid).toEqual([[0, 11], [50, 60]]);
  // It was one step: the stretch before it is no more.
  await page.keyboard.press('Control+z');
  await untilSaved(page);
  expect((JSON.parse(await exported(server.address, project)) as typeof film).compositions).toHaveLength(1);
});
