import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { drag, goTo, openBrowser, openPage, pointInTracks, pointOnPicture, untilSaved } from './browser';
import { exported, valueOf, type KeptProject } from './command-line';
import { startOak, type OakServer } from './oak-server';
import { expectReplayed } from './steps';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-street-'));
let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];
let project = '';
let before: string;

const value = (layer: string, channel: string, comp = 'main', frame = 0) => valueOf(server.address, project, { layer, channel, comp, frame });
const file = async () => JSON.parse(await exported(server.address, project)) as KeptProject;
const layers = async (comp = 'main') => (await file()).compositions.find((one) => one.id === comp)?.layers ?? [];

const onPicture = (x: number, y: number) => pointOnPicture(page, x, y);
const undoNamed = (name: string | RegExp) => page.getByRole('button', { name: typeof name === 'string' ? `Undo ${name}` : name }).waitFor();
/** Finds an action by its name and does it. */
async function find(words: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').getByRole('combobox').fill(words);
  await page.keyboard.press('Enter');
}
async function type(label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
const head = (name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
/** Gives files to whatever asks for them next. */
async function choose(press: () => Promise<void>, files: readonly string[]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press()]);
  await chooser.setFiles([...files]);
}

const drawing = path.join(folder, 'Lamp post.svg');
const photo = path.join(folder, 'Paper.png');
const large = path.join(folder, 'Poster.png');

beforeAll(async () => {
  mkdirSync(folder, { recursive: true });
  writeFileSync(drawing, '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 300" width="100" height="300"><rect id="post" x="45" y="60" width="10" height="240" fill="#39414a"/><circle id="bulb" cx="50" cy="40" r="30" fill="#ffd98a"/></svg>');
  const canvas = createCanvas(40, 20);
  const to = canvas.getContext('2d');
  to.fillStyle = '#d8c9a0';
  to.fillRect(0, 0, 40, 20);
  writeFileSync(photo, canvas.toBuffer('image/png'));
  writeFileSync(large, createCanvas(5000, 500).toBuffer('image/png'));
  server = await startOak(4396, path.join(folder, 'data'));
  browser = await openBrowser();
  ({ page, heard } = await openPage(browser));
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});

describe('a street built by hand, from an empty project', () => {
  test('a new project is begun at home', async () => {
    await page.goto(server.address);
    await page.getByRole('button', { name: 'New project' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Hill street');
    await page.getByRole('combobox', { name: 'Size' }).click();
    await page.getByRole('option', { name: /1280 × 720/ }).click();
    await page.getByRole('dialog').getByLabel('Length').click();
    await page.keyboard.type('4s');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await page.waitForURL('**/projects/*');
    project = page.url().split('/').pop()!;
    await page.getByRole('heading', { name: 'Hill street' }).waitFor();
    await page.getByText('Drop pictures here, or draw').waitFor();
    await page.getByText('120 f, 4 s').count();
    before = await exported(server.address, project);
  });

  test('a rectangle is drawn, and typed to its place', async () => {
    await page.getByRole('button', { name: 'Add something new' }).click();
    await page.getByRole('menuitem', { name: /Draw a rectangle/ }).click();
    await drag(page, await onPicture(200, 400), await onPicture(600, 500));
    await undoNamed('Add Rectangle');
    await type('Width of Rectangle', '1280');
    await type('Across of Rectangle', '640');
    await type('Down of Rectangle', '600+20');
    await page.keyboard.press('F2');
    await page.keyboard.type('Road');
    await page.keyboard.press('Enter');
    await head('Road').waitFor();
    await untilSaved(page);
    const [road] = await layers();
    expect(road).toMatchObject({ name: 'Road', kind: 'shape' });
    expect([await value(road!.id, 'x'), await value(road!.id, 'y'), await value(road!.id, 'width')]).toEqual([640, 620, 1280]);
  });

  test('a drawing comes in as shapes, a picture as itself, both in one step; a large one is sized down with a word', async () => {
    await choose(() => page.keyboard.press('Control+o'), [drawing, photo]);
    await undoNamed('Bring in 2 files');
    await page.getByText('Paper.png has no transparency: it covers all that lies under it.').waitFor();
    await head('Lamp post').waitFor();
    await untilSaved(page);
    expect((await layers()).map((layer) => layer.kind)).toEqual(['nest', 'image', 'shape']);
    await page.getByRole('region', { name: 'Media' }).getByText('Paper.png').waitFor();
    await page.keyboard.press('Control+z');
    await expect.poll(() => head('Paper').count()).toBe(0);
    await page.keyboard.press('Control+Shift+z');
    await head('Paper').waitFor();
    await choose(() => page.getByRole('button', { name: 'Bring in media' }).click(), [large]);
    await page.getByText('Poster.png was 5000 × 500 px and was sized down to 4096 × 410.').waitFor();
    await page.keyboard.press('Delete');
    await undoNamed('Delete Poster');
    await page.getByRole('button', { name: 'More about Poster.png' }).click();
    await page.getByRole('menuitem', { name: 'Take out of the project' }).click();
    await undoNamed('Take Poster.png out');
    await expect.poll(() => page.getByRole('menu').count()).toBe(0);
  });

  test('what cannot be read is named, and nothing is brought in', async () => {
    const broken = path.join(folder, 'Broken.png');
    writeFileSync(broken, 'this is no picture');
    await choose(() => page.keyboard.press('Control+o'), [broken]);
    await page.getByRole('alert').getByText(/Broken.png: it is not a picture that this browser can read/).waitFor();
  });

  test('a lamp is moved, sized by a corner, duplicated and caught by the middle', async () => {
    await head('Lamp post').click();
    await type('Size across of Lamp post', '100');
    await type('Size down of Lamp post', '100');
    await type('Across of Lamp post', '300');
    await type('Down of Lamp post', '300');
    // Its corner, pulled to twice the size: the opposite one stays.
    await drag(page, await onPicture(350, 450), await onPicture(400, 600));
    await undoNamed('Size Lamp post');
    await untilSaved(page);
    const lamp = (await layers()).find((layer) => layer.name === 'Lamp post')!;
    expect(Math.abs((await value(lamp.id, 'scaleX') as number) - 150)).toBeLessThan(1);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+d');
    await undoNamed('Duplicate Lamp post');
    // Dragged near the middle of the frame, it is caught there.
    const from = await onPicture(300, 300);
    const to = await onPicture(643, 300);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x - 20, to.y, { steps: 4 });
    await page.mouse.move(to.x, to.y, { steps: 2 });
    await page.mouse.up();
    await untilSaved(page);
    const second = (await layers())[0]!;
    expect([await value(second.id, 'x'), await value(second.id, 'y')]).toEqual([640, 300]);
  });

  test('Esc lets go of a drag, and Alt of snapping', async () => {
    const second = (await layers())[0]!;
    const from = await onPicture(640, 300);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 60, from.y, { steps: 4 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await untilSaved(page);
    expect(await value(second.id, 'x')).toBe(640);
    const scale = Number(await page.locator('[aria-label=Picture] canvas').getAttribute('data-scale'));
    await page.keyboard.down('Alt');
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 40, from.y, { steps: 4 });
    await page.mouse.move(from.x + 3 + 1, from.y, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up('Alt');
    await untilSaved(page);
    expect(Math.abs((await value(second.id, 'x') as number) - (640 + 4 / scale))).toBeLessThan(1.5);
    await page.keyboard.press('Control+z');
  });

  test('arrow keys nudge while the picture has the keyboard', async () => {
    const second = (await layers())[0]!;
    await page.getByRole('application', { name: 'Picture' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Shift+ArrowUp');
    await untilSaved(page);
    expect([await value(second.id, 'x'), await value(second.id, 'y')]).toEqual([641, 290]);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
  });

  test('layers are dropped between others to reorder, on another to follow it, and do not jump', async () => {
    await head('Paper').click();
    const [paper, road] = [(await head('Paper').boundingBox())!, (await head('Road').boundingBox())!];
    await drag(page, { x: paper.x + 20, y: paper.y + 8 }, { x: road.x + 20, y: road.y + road.height + 6 });
    await undoNamed('Reorder Paper');
    await untilSaved(page);
    expect((await layers()).map((layer) => layer.name).slice(-2)).toEqual(['Road', 'Paper']);
    const now = (await head('Paper').boundingBox())!;
    const before = [await value('Paper', 'x'), await value('Paper', 'y')];
    const target = (await head('Road').boundingBox())!;
    await page.mouse.move(now.x + 20, now.y + 8);
    await page.mouse.down();
    await page.mouse.move(target.x + 30, target.y + target.height / 2, { steps: 6 });
    // Before it is let go, the row says what that would do.
    await page.getByText('Paper follows Road').waitFor();
    await page.mouse.up();
    await undoNamed('Let Paper follow Road');
    await untilSaved(page);
    const after = [await value('Paper', 'x'), await value('Paper', 'y')];
    expect(after).toEqual([(before[0] as number) - 640, (before[1] as number) - 620]);
    await find('follow nothing');
    await undoNamed('Let Paper follow nothing');
  });

  test('lamps are nested, the nest is opened in place and taken apart again', async () => {
    await head('Lamp post 2').click();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Control+Enter');
    await page.getByRole('group', { name: 'What rides outside the new nest' }).waitFor();
    // Its name is ready to be typed in its row; all of it is one step of undo.
    await page.keyboard.type('Lamps');
    await page.keyboard.press('Enter');
    await undoNamed('Nest 2 layers in Lamps');
    await head('Lamps').waitFor();
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByRole('group', { name: 'What rides outside the new nest' }).count()).toBe(0);
    await page.keyboard.press('Enter');
    await page.getByRole('navigation', { name: 'The way into this nest' }).getByText('Lamps').waitFor();
    await head('Lamp post 2').waitFor();
    await page.keyboard.press('Shift+Enter');
    await page.keyboard.press('Control+Shift+Enter');
    await undoNamed('Take Lamps apart');
    await head('Lamp post 2').waitFor();
    await page.keyboard.press('Control+z');
    await head('Lamps').waitFor();
  });

  test('bars are trimmed by the upper grip and stretched by the lower one', async () => {
    await head('Road').click();
    const end = await pointInTracks(page, 120, 'Road');
    const to = await pointInTracks(page, 90, 'Road');
    await page.mouse.move(end.x - 2, end.y - 6);
    await page.mouse.down();
    await page.mouse.move(to.x - 2, to.y - 6, { steps: 6 });
    await page.getByText(/ends before 90/).waitFor();
    await page.mouse.up();
    await undoNamed('Trim Road');
    const now = await pointInTracks(page, 90, 'Road');
    const half = await pointInTracks(page, 45, 'Road');
    await page.mouse.move(now.x - 2, now.y + 6);
    await page.mouse.down();
    await page.mouse.move(half.x - 2, half.y + 6, { steps: 6 });
    await page.getByText(/50 % as long/).waitFor();
    await page.mouse.up();
    await undoNamed('Stretch Road');
    await untilSaved(page);
    expect((await layers()).find((layer) => layer.name === 'Road')!.spans).toEqual([[0, 45]]);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
  });

  test('keys are set, copied to another layer, and moved with Ripple and Snap', async () => {
    await head('Road').click();
    await page.keyboard.press('r');
    await goTo(page, '20', 20);
    await page.getByRole('button', { name: 'Key Down at the playhead', exact: true }).click();
    await goTo(page, '50', 50);
    await type('Down of Road', '500');
    await page.keyboard.press('r');
    await find('select all keys');
    await page.getByText('2 keys selected.').waitFor();
    await page.keyboard.press('Control+c');
    await head('Paper').click();
    await goTo(page, '10', 10);
    await page.keyboard.press('Control+v');
    await undoNamed('Paste 2 keys');
    await untilSaved(page);
    expect([await value('Paper', 'y', 'main', 10), await value('Paper', 'y', 'main', 40)]).toEqual([620, 500]);
    // With Ripple on, the later key goes along.
    await page.keyboard.press('2');
    const peg = await pointInTracks(page, 20, 'Road');
    const place = await pointInTracks(page, 30, 'Road');
    const down = await pointInTracks(page, 20, 'Down');
    await page.mouse.click(peg.x + 200, peg.y);
    await drag(page, { x: down.x, y: down.y }, { x: place.x, y: down.y });
    await undoNamed('Move 2 keys');
    await page.keyboard.press('2');
    await untilSaved(page);
    expect([await value('Road', 'y', 'main', 30), await value('Road', 'y', 'main', 60)]).toEqual([620, 500]);
  });

  test('markers are set, named, dragged and made notes', async () => {
    await page.keyboard.press('Escape');
    await goTo(page, '30', 30);
    await page.keyboard.press('m');
    await undoNamed('Add a marker to Main');
    await page.getByLabel('Name of the marker').fill('doors');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'fires', exact: true }).click();
    await page.getByLabel('Note on the marker').fill('they open here');
    await page.keyboard.press('Enter');
    const flag = await pointInTracks(page, 30, 'Markers');
    const to = await pointInTracks(page, 64, 'Markers');
    await drag(page, { x: flag.x + 2, y: flag.y - 4 }, { x: to.x + 2, y: to.y - 4 });
    await undoNamed('Move 1 marker');
    await untilSaved(page);
    expect((await file()).compositions[0]!.markers).toEqual([expect.objectContaining({ at: 64, name: 'doors', fires: false, note: 'they open here' })]);
  });

  test('a path is drawn with the pen and text is written in place', async () => {
    await page.keyboard.press('8');
    for (const [x, y] of [[700, 200], [900, 200], [900, 300]] as const) {
      const at = await onPicture(x, y);
      await page.mouse.click(at.x, at.y);
    }
    const first = await onPicture(700, 200);
    await page.mouse.click(first.x, first.y);
    await undoNamed('Add Path');
    await page.keyboard.press('9');
    const at = await onPicture(200, 150);
    await page.mouse.click(at.x, at.y);
    await page.keyboard.type('Line 9');
    await page.keyboard.press('Escape');
    await undoNamed(/^Undo Change Text of Text/);
    // It is called by its words.
    await head('Line 9').waitFor();
    await untilSaved(page);
    const [text, drawn] = await layers();
    expect(await value(text!.id, 'text')).toBe('Line 9');
    expect(await value(drawn!.id, 'outline')).toMatchObject({ closed: true });
  });

  test('it all plays, and nothing was said on the console', async () => {
    await page.keyboard.press('Escape');
    await page.keyboard.press('Home');
    await page.keyboard.press('Space');
    await expect.poll(async () => Number(await page.getByRole('textbox', { name: 'Playhead' }).inputValue())).toBeGreaterThan(8);
    await page.keyboard.press('Space');
    expect(heard).toEqual([]);
  });
});

test('the street is built again by the command line from an empty project, and is the same file', async () => {
  await untilSaved(page);
  expect(await expectReplayed(page, before, await exported(server.address, project))).toBeGreaterThan(20);
});

describe('home', () => {
  test('projects are duplicated, renamed, searched, deleted and brought back', async () => {
    await page.goto(server.address);
    await page.getByRole('button', { name: 'More about Hill street', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Duplicate' }).click();
    await page.getByText('Hill street, copy is made.').waitFor();
    await page.getByRole('button', { name: 'More about Hill street, copy' }).click();
    await page.getByRole('menuitem', { name: 'Rename' }).click();
    await page.locator('input:focus').waitFor();
    await page.keyboard.type('Valley street');
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Open Valley street' }).waitFor();
    await page.getByLabel('Search projects').fill('hill');
    await expect.poll(() => page.getByRole('link', { name: /^Open / }).count()).toBe(1);
    await page.getByLabel('Search projects').fill('');
    await page.getByRole('button', { name: 'More about Valley street' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await page.getByText('Valley street is deleted.').waitFor();
    await expect.poll(() => page.getByRole('link', { name: 'Open Valley street' }).count()).toBe(0);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await page.getByRole('link', { name: 'Open Valley street' }).waitFor();
  });
  test('a project goes out as one zip with its media, and comes in again', async () => {
    const zip = path.join(folder, 'street.oak.zip');
    writeFileSync(zip, Buffer.from(await (await fetch(`${server.address}/api/projects/${project}/file?with=media`)).arrayBuffer()));
    await choose(() => page.getByRole('button', { name: 'Import' }).click(), [zip]);
    await page.getByText('Hill street is here.').waitFor();
    const bad = path.join(folder, 'bad.json');
    writeFileSync(bad, '{"format":"oak-tumble/project","version":1,"name":"x","compositions":[{"id":"a","name":"A","layers":[{"id":"b"}]}]}');
    await choose(() => page.getByRole('button', { name: 'Import' }).click(), [bad]);
    await page.getByRole('alert').getByText(/layer/).waitFor();
    expect(heard.filter((line) => !line.includes('422'))).toEqual([]);
  });
});
