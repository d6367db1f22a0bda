import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { drag, goTo, pointOnPicture, untilSaved } from './browser';
import { exported } from './command-line';
import { handAt } from './hand';
import { journeys } from './journeys';
import { openFilm } from './open-film';

let page: Page;
const server = journeys('formulas', 4416, (opened) => { page = opened; });
let project: string;
const hand = handAt(() => page);

const box = (id: string, name: string, x: number, more: object = {}) => ({ id, name, kind: 'shape', channels: { x: { value: x }, y: { value: 200 }, width: { value: 80 }, height: { value: 60 }, ...more } });
const TURNING = { rotation: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 90, value: 90 }] } };
async function open(layers: readonly object[], others: readonly object[] = []): Promise<void> {
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 120, tempo: { bpm: 100 }, layers }, ...others]);
  hand.begin();
}
type Film = { readonly compositions: readonly { readonly id: string; readonly layers: readonly (Readonly<Record<string, unknown>> & { readonly id: string; readonly channels: Readonly<Record<string, { readonly formula?: string; readonly formulaOff?: boolean; readonly keys?: readonly unknown[] }>> })[] }[] };
const film = async (): Promise<Film> => { await untilSaved(page); return JSON.parse(await exported(server.address, project)) as Film; };
const layer = async (id: string, composition = 'main') => (await film()).compositions.find((one) => one.id === composition)!.layers.find((one) => one.id === id)!;
const value = (label: string) => page.getByLabel(label, { exact: true });
const code = () => page.locator('.cm-content');
/** Types in the editor of a formula, once it is there. */
const write = async (text: string) => { await code().waitFor(); await page.locator('[data-formula] [data-ready]').first().waitFor(); await page.keyboard.type(text); };
const begin = async (field: string) => { await value(field).click(); await page.keyboard.type('='); await code().waitFor(); await page.locator('[data-formula] [data-ready]').first().waitFor(); };


test('a formula is written in a field: = begins it, the picture follows while it is typed, Enter keeps it, Esc lets go; it is switched off and on and taken away', async () => {
  await open([box('lamp', 'Lamp', 100)]);
  await hand.pick('Lamp');
  await begin('Turn of Lamp');
  await write('clock * 30deg');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('clock * 30deg');
  await goTo(page, '60', 60);
  await expect.poll(() => value('Turn of Lamp').inputValue()).toBe('= 60°');
  await page.getByRole('button', { name: 'Switch off the formula of Turn of Lamp' }).click();
  await expect.poll(() => value('Turn of Lamp').inputValue()).toBe('0°');
  await page.getByRole('button', { name: 'Switch on the formula of Turn of Lamp' }).click();
  await page.getByTitle('Write in it').click();
  await write(' + 15');
  await page.keyboard.press('Escape');
  await expect.poll(() => value('Turn of Lamp').inputValue()).toBe('= 60°');
  expect((await layer('lamp')).channels['rotation']!.formula).toBe('clock * 30deg');
  await page.getByRole('button', { name: 'Take the formula from Turn of Lamp' }).click();
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula ?? null).toBeNull();
});

test('a link: = and a press on what it shall follow, on the rows or the picture: 4 gestures; its share and lag are set in words', async () => {
  await open([box('lamp', 'Lamp', 100), box('sign', 'Sign', 400, TURNING)]);
  await hand.pick('Lamp');
  hand.begin();
  hand.more();
  await begin('Turn of Lamp');
  hand.more();
  await hand.pick('Sign');
  await expect.poll(() => code().innerText()).toBe('Sign.rotation');
  await hand.press('Enter');
  expect(hand.count()).toBe(4);
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('Sign.rotation');
  expect(await hand.head('Lamp').getAttribute('aria-label')).toBeNull();
  await page.getByLabel('How much of it').click();
  await page.keyboard.type('50');
  await page.keyboard.press('Enter');
  await page.getByLabel('How many frames later').click();
  await page.keyboard.type('6');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('Sign.rotation @ (clock - 6f) * 50%');
  await goTo(page, '66', 66);
  await expect.poll(() => value('Turn of Lamp').inputValue()).toBe('= 30°');
  // On the picture: the sign stands at 400, 200 of 640 × 360.
  await begin('Opacity of Lamp');
  const canvas = (await page.locator('canvas[data-frame-shown]').boundingBox())!;
  await page.mouse.click(canvas.x + (canvas.width * 400) / 640, canvas.y + (canvas.height * 200) / 360);
  await expect.poll(() => code().innerText()).toBe('Sign.opacity');
  await page.keyboard.press('Escape');
});

test('what is wrong is underlined while it is typed, with the nearest name as a mend; in Checks too; kept as it is, it drives nothing', async () => {
  await open([box('lamp', 'Lamp', 100), box('sign', 'Sign', 400, TURNING)]);
  await hand.pick('Lamp');
  await begin('Turn of Lamp');
  await write('Sing.rotation');
  await page.getByRole('status').filter({ hasText: 'There is no layer called “Sing” in Main. Is “Sign” meant?' }).waitFor();
  await page.locator('.cm-lintRange-error').waitFor();
  await page.keyboard.press('Escape');
  await begin('Turn of Lamp');
  await write('Sing.rotation');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('Sing.rotation');
  await page.getByRole('group', { name: 'Formula of Turn of Lamp' }).getByText('does not work: what is keyed stands').waitFor();
  await page.getByText(/The formula of Turn of “Lamp” does not work/).first().waitFor();
  await page.getByRole('button', { name: 'Mend' }).first().click();
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('Sign.rotation');
});

test('completion tells what there is, with a line of help; a number is dragged', async () => {
  await open([box('lamp', 'Lamp', 100), { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'd', name: 'Sway by', channels: { value: { value: 12 } } }] }]);
  await hand.pick('Lamp');
  await begin('Turn of Lamp');
  await write('Desk.');
  await page.getByRole('option', { name: /Sway by/ }).waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(() => code().innerText()).toBe("Desk.'Sway by'");
  await write(' * sin');
  await page.getByRole('option', { name: /^sine/ }).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await begin('Turn of Lamp');
  await write('20 + t');
  await page.locator('.cm-dragged').first().waitFor();
  const number = (await page.locator('.cm-dragged').first().boundingBox())!;
  await page.mouse.move(number.x + 4, number.y + number.height / 2);
  await page.mouse.down();
  await page.mouse.move(number.x + 34, number.y + number.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => code().innerText()).toMatch(/^30 \+ t$/);
});

test('dials are made, named, pulled and read; a rename goes through the formulas; a public one is set outside', async () => {
  await open([{ id: 'n', name: 'Lamp one', kind: 'nest', source: 'lamp', clipFrame: false }], [{ id: 'lamp', name: 'Lamp', width: 200, height: 200, duration: 120, layers: [box('bulb', 'Bulb', 40, { x: { formula: 'Fuse.Reach * 2' } }), { id: 'fuse', name: 'Fuse', kind: 'dials', dials: [{ id: 'r', name: 'Reach', range: [0, 50], public: true, channels: { value: { value: 10 } } }] }] }]);
  await hand.pick('Lamp one');
  await value('Reach of Lamp one').click();
  await page.keyboard.type('20');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('n'))['dials']).toMatchObject({ 'fuse/r': { value: 20 } });
  await page.keyboard.press('Enter');
  await hand.head('Fuse').waitFor();
  await hand.pick('Fuse');
  await page.getByRole('group', { name: 'Dial Reach' }).waitFor();
  await page.getByRole('group', { name: 'Dial Reach' }).getByRole('button', { name: 'Reach', exact: true }).dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Far');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('bulb', 'lamp')).channels['x']!.formula).toBe('Fuse.Far * 2');
  await page.getByRole('button', { name: 'Add a dial' }).click();
  await page.getByRole('menuitem', { name: 'Colour' }).click();
  await page.getByRole('group', { name: 'Dial Colour' }).waitFor();
  await hand.pick('Bulb');
  await expect.poll(() => value('Across of Bulb').inputValue()).toBe('= 20 px');
});

test('the point of a dial is pulled on the picture, and what it drives goes along; a nest’s own is pulled where it is shown', async () => {
  const target = (more: object) => ({ id: 'aim', name: 'Aim', kind: 'dials', dials: [{ id: 'p', name: 'Target', type: 'point', channels: { value: { value: [100, 100] } }, ...more }] });
  await open([box('lamp', 'Lamp', 0, { x: { formula: 'Aim.Target.x' } }), target({}), { id: 'n', name: 'Use', kind: 'nest', source: 'inner', clipFrame: false, channels: { x: { value: 300 }, y: { value: 50 } } }], [{ id: 'inner', name: 'Inside', width: 200, height: 200, duration: 120, layers: [box('dot', 'Dot', 0, { x: { formula: 'Aim.Target.x' } }), target({ public: true })] }]);
  await hand.pick('Aim');
  await drag(page, await pointOnPicture(page, 100, 100), await pointOnPicture(page, 250, 160));
  const near = async (of: () => Promise<readonly number[]>, point: readonly number[]) => expect.poll(async () => (await of()).every((part, i) => Math.abs(part - point[i]!) < 3)).toBe(true);
  await near(async () => (await layer('aim') as unknown as { dials: { channels: { value: { value: number[] } } }[] }).dials[0]!.channels.value.value, [250, 160]);
  await hand.pick('Lamp');
  await near(async () => [Number.parseFloat((await value('Across of Lamp').inputValue()).replace('= ', ''))], [250]);
  await page.getByText('= Across', { exact: true }).waitFor();
  await hand.pick('Use');
  await page.getByRole('button', { name: 'Target on the picture' }).waitFor();
  await drag(page, await pointOnPicture(page, 400, 150), await pointOnPicture(page, 350, 170));
  await near(async () => ((await layer('n'))['dials'] as { 'aim/p'?: { value: number[] } } | undefined)?.['aim/p']?.value ?? [0, 0], [50, 120]);
});

test('a recipe comes with its dials, is turned into keys, and drives again', async () => {
  await open([box('lamp', 'Lamp', 100)]);
  await hand.pick('Lamp');
  await page.locator('[data-field=rotation]').click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Recipe: sway' }).click();
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe("keyed + sine(Desk.'Sway every') * Desk.'Sway by'");
  await page.getByRole('button', { name: 'Turn the formula of Turn of Lamp into keys' }).click();
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.keys?.length ?? 0).toBeGreaterThan(4);
  expect((await layer('lamp')).channels['rotation']!.formulaOff).toBe(true);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formulaOff ?? false).toBe(false);
});

test('a long formula becomes keys away from the page, which tells so and can be told to stop', async () => {
  const long = { ...box('lamp', 'Lamp', 100, { rotation: { formula: 'noise(3, 1) * 40 + noise(9, 2) * 20 + total(noise(2, 4)) * 3' } }), spans: [[0, 18_000]] };
  project = await openFilm(page, server.address, [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 18_000, layers: [long] }]);
  await hand.pick('Lamp');
  const into = page.getByRole('button', { name: 'Turn the formula of Turn of Lamp into keys' });
  await into.click();
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await page.getByText('Cancelled; nothing was changed.').waitFor();
  expect((await layer('lamp')).channels['rotation']).toMatchObject({ formula: expect.stringContaining('noise') as string });
  expect((await layer('lamp')).channels['rotation']!.keys ?? []).toEqual([]);
  await into.click();
  await page.getByText('The formula stays there, switched off.').waitFor();
  await expect.poll(async () => (await layer('lamp')).channels['rotation']!.keys?.length ?? 0).toBeGreaterThan(1000);
});

test('a recipe that follows waits for what it shall follow, and brings its dials', async () => {
  await open([box('lamp', 'Lamp', 100), box('sign', 'Sign', 400, TURNING)]);
  await hand.pick('Lamp');
  await page.locator('[data-field=rotation]').click({ button: 'right' });
  await page.getByRole('menuitem', { name: /^Recipe: follow with a lag/ }).click();
  await code().waitFor();
  await page.locator('[data-formula] [data-ready]').first().waitFor();
  await hand.pick('Sign');
  await expect.poll(() => code().innerText()).toBe('Sign.rotation');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await layer('lamp')).channels['rotation']?.formula).toBe('Sign.rotation @ (clock - Desk.Lag) * Desk.Share');
});

test('a nest runs by a formula of its time, which is written in its stack', async () => {
  await open([{ id: 'n', name: 'Reel', kind: 'nest', source: 'reel', clipFrame: false }], [{ id: 'reel', name: 'Inside', width: 200, height: 200, duration: 120, layers: [box('dot', 'Dot', 40, { x: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 119, value: 119 }] } })] }]);
  await hand.pick('Reel');
  await page.getByRole('button', { name: 'Add timing' }).click();
  await page.getByRole('menuitem', { name: /^Formula/ }).click();
  await page.getByRole('button', { name: 'Formula of Formula' }).last().click();
  await code().waitFor();
  await page.keyboard.press('Control+a');
  await write('1s + sine(2s) * 0.5s');
  await page.keyboard.press('Enter');
  await goTo(page, '15', 15);
  await expect.poll(async () => /45\s+of Inside/.test(await page.getByRole('group', { name: 'Trail' }).innerText())).toBe(true);
});
