import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { goTo, pointInTracks, untilSaved } from './browser';
import { exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { findAction, openFilm } from './open-film';

let page: Page;
const server = journeys('time-jobs', 4413, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);
const find = (words: string) => findAction(page, words);

type Fields = Readonly<Record<string, unknown>>;
type Layer = Fields & { readonly id: string; readonly spans: readonly (readonly [number, number])[]; readonly timing?: readonly Fields[] };
const layers = async (): Promise<readonly Layer[]> => {
  await untilSaved(page);
  const { compositions } = JSON.parse(await exported(server.address, project)) as { compositions: readonly { id: string; layers: readonly Layer[] }[] };
  return compositions.find(({ id }) => id === 'main')!.layers;
};
const nest = async () => (await layers()).find(({ id }) => id === 'n')!;
/** The numbers of the trail for the picture: the last is the frame that is shown. */
const shown = async () => { const words = await page.getByRole('group', { name: 'Trail' }).innerText(); return Number(/([\d.]+)\s+of Inside/.exec(words)?.[1] ?? NaN); };
const bar = async () => (await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Reel', exact: true }).boundingBox())!;
/** The lower half of a bar's end stretches. */
const lowerGrip = async (frame: number) => { const { x, y, height } = { ...(await bar()), ...{ x: (await pointInTracks(page, frame, 'Reel')).x } }; return { x: x - 2, y: y + height / 2 + 6 }; };

async function open(own: object, { reel = {}, duration = 300, length = 40 }: { reel?: object; duration?: number; length?: number } = {}): Promise<void> {
  const dot = { id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: length / 2, value: 600 }, { at: length, value: 30 }] }, y: { value: 200 } } };
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', duration, layers: [{ id: 'n', name: 'Reel', kind: 'nest', source: 'reel', clipFrame: false, ...own }] }, { id: 'reel', name: 'Inside', duration: length, layers: [dot], ...reel }]);
  await hand.pick('Reel');
  hand.begin();
}


test('a lower third of 20 s comes to 10 s with entrance and exit as they were: 1; longer too; Esc lets go; where only rigid is left it stops', async () => {
  await open({ spans: [[0, 600]] }, { duration: 900, length: 600, reel: { rigid: [[0, 60], [540, 600]] } });
  const [from, to] = [await lowerGrip(600), await lowerGrip(300)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.getByText(/50 % as long/).waitFor();
  await page.keyboard.press('Escape');
  await page.mouse.up();
  expect((await nest()).spans).toEqual([[0, 600]]);
  await hand.drag(from, to);
  expect(hand.count()).toBe(1);
  await expect.poll(nest).toMatchObject({ spans: [[0, 300]], timing: [{ op: 'elastic', length: 300 }] });
  await goTo(page, '30', 30);
  await expect.poll(shown).toBe(30);
  await goTo(page, '270', 270);
  await expect.poll(shown).toBe(570);
  await hand.drag(await lowerGrip(300), await lowerGrip(700));
  await expect.poll(async () => Math.abs(Number((await nest()).timing![0]!['length']) - 700)).toBeLessThan(4);
  const long = (await nest()).spans[0]![1];
  await hand.drag(await lowerGrip(long), await lowerGrip(40));
  await expect.poll(nest).toMatchObject({ spans: [[0, 120]], timing: [{ length: 120 }] });
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(nest).toMatchObject({ spans: [[0, 300]] });
});

test('a cycle of 24 frames fills ten seconds: 2; until here, and on from there', async () => {
  await open({}, { length: 24 });
  await hand.click('Add timing');
  await hand.click(/^Loop/, 'menuitem');
  expect(hand.count()).toBe(2);
  await expect.poll(nest).toMatchObject({ timing: [{ op: 'loop' }] });
  await goTo(page, '250', 250);
  await expect.poll(shown).toBe(10);
  // A part loops while it is needed, and the way out plays after it.
  await page.getByLabel('To of Loop', { exact: true }).click();
  await page.keyboard.type('8');
  await page.keyboard.press('Enter');
  await goTo(page, '29', 29);
  await find('loop until here');
  await expect.poll(nest).toMatchObject({ timing: [{ op: 'loop', to: 8, until: 29, then: 'on' }] });
  await goTo(page, '31', 31);
  await expect.poll(shown).toBe(7);
  await goTo(page, '35', 35);
  await expect.poll(shown).toBe(11);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await nest()).timing![0]!['until'] ?? null).toBeNull();
});

test('backwards, a part backwards, frozen and going on, each taken back', async () => {
  await open({});
  await find('reverse');
  await goTo(page, '4', 4);
  await expect.poll(shown).toBe(35);
  await page.keyboard.press('Control+z');
  await expect.poll(shown).toBe(4);
  await find('play a part backwards');
  await page.getByLabel('First frame of the part').waitFor();
  await page.keyboard.type('10');
  await page.keyboard.press('Tab');
  await page.keyboard.type('20');
  await page.keyboard.press('Enter');
  await expect.poll(nest).toMatchObject({ timing: [{ op: 'remap' }] });
  await goTo(page, '10', 10);
  await expect.poll(shown).toBe(19);
  await goTo(page, '20', 20);
  await expect.poll(shown).toBe(20);
  await page.keyboard.press('Control+z');
  await goTo(page, '12', 12);
  await find('freeze');
  await goTo(page, '30', 30);
  await expect.poll(shown).toBe(12);
  await page.keyboard.press('Control+z');
  await expect.poll(shown).toBe(30);
});

test('an open seam is told, seen mended before it is, and closed by one press; undo opens it again', async () => {
  await open({ timing: [{ op: 'loop' }] });
  await page.getByText('Seam is open').waitFor();
  const mend = page.getByRole('button', { name: /^Mend: “Reel” loops frames 0 to 40/ });
  await mend.click();
  await page.getByText(/^Seam closed$/).waitFor();
  await page.keyboard.press('Control+z');
  await page.getByText('Seam is open').waitFor();
});

test('a cue whose rest runs round until its next marker, typed in words', async () => {
  await open({ timing: [{ op: 'cue', moves: [[0, 10], [10, 40]] }], markers: [{ id: 'a', at: 20 }, { id: 'b', at: 100 }] });
  await page.getByLabel('Moves of Cues', { exact: true }).click();
  await page.keyboard.type('0 to 10 loop 4 to 10 finish, 10 to 40');
  await page.keyboard.press('Enter');
  await expect.poll(nest).toMatchObject({ timing: [{ moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 4, to: 10, finish: true } }, expect.anything()] }] });
  // The move is over at 30; from there six frames run round, and the next move waits until they are through.
  await goTo(page, '37', 37);
  await expect.poll(shown).toBe(5);
  await goTo(page, '101', 101);
  await expect.poll(shown).toBe(9);
  await goTo(page, '103', 103);
  await expect.poll(shown).toBe(11);
});

test('a stagger along a curve: its line is pulled, seen at once, and told', async () => {
  const lamp = (n: number) => ({ id: `lamp${n}`, name: `Lamp ${n}`, kind: 'shape', spans: [[0, 60]], channels: { x: { value: 100 * n }, y: { value: 90 } } });
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', duration: 120, layers: [1, 2, 3, 4].map(lamp) }]);
  await hand.pick('Lamp 1');
  await hand.pick('Lamp 4', ['Shift']);
  await page.keyboard.press('Control+a');
  await page.keyboard.press('a');
  await page.getByLabel('How much later').waitFor();
  await page.keyboard.type('10');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layers()).map(({ spans }) => spans[0]![0])).toEqual([0, 10, 20, 30]);
  await page.keyboard.press('a');
  const line = page.getByRole('button', { name: /^How the steps are spread/ });
  const box = (await line.boundingBox())!;
  await hand.drag({ x: box.x + 30, y: box.y + 12 }, { x: box.x + 30, y: box.y + 52 });
  await page.getByText(/10 frames apart along a curve/).waitFor();
  await line.focus();
  await page.keyboard.press('ArrowUp');
  await page.getByRole('button', { name: 'Stagger', exact: true }).click();
  const [first, second, third, last] = (await layers()).map(({ spans }) => spans[0]![0]);
  expect([first, last]).toEqual([0, 30]);
  // Pulled down it begins slowly: each step is wider than the one before.
  expect(second! - first! < third! - second! && third! - second! < last! - third!).toBe(true);
});
