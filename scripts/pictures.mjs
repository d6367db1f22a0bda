// npm run pictures: takes the pictures in docs/screenshots anew, from the demonstration as it comes.
import { mkdirSync, mkdtempSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM, ensureChromium } from './chromium.mjs';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';

await ensureInstalled();
await ensureChromium();
const { chromium } = await import('playwright-core');
const { createCanvas } = await import('@napi-rs/canvas');

/** A ticket's paper with a torn edge, and a small route map: ours, drawn here. */
function drawMedia() {
  const canvas = createCanvas(640, 300);
  const to = canvas.getContext('2d');
  to.fillStyle = '#e8dcc0';
  to.beginPath();
  to.moveTo(20, 20);
  for (let x = 20; x <= 620; x += 20) to.lineTo(x, x % 40 === 0 ? 14 : 26);
  for (let x = 620; x >= 20; x -= 20) to.lineTo(x, x % 40 === 0 ? 286 : 274);
  to.fill();
  to.fillStyle = '#b7553b';
  to.fillRect(60, 70, 300, 26);
  to.fillStyle = '#6d6553';
  for (let i = 0; i < 4; i++) to.fillRect(60, 130 + i * 30, 200 + ((i * 83) % 140), 8);
  to.beginPath();
  to.arc(520, 160, 62, 0, 7);
  to.lineWidth = 10;
  to.strokeStyle = '#3d6f78';
  to.stroke();
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 240" width="400" height="240"><rect width="400" height="240" rx="18" fill="#22303a"/><path id="line" d="M40 190C120 190 120 70 200 70S300 150 360 50" fill="none" stroke="#e2ab52" stroke-width="12" stroke-linecap="round"/><g fill="#ece7da"><circle id="depot" cx="40" cy="190" r="14"/><circle id="stairs" cx="200" cy="70" r="14"/><circle id="hilltop" cx="360" cy="50" r="14"/></g></svg>';
  return [{ name: 'Ticket paper.png', mimeType: 'image/png', buffer: canvas.toBuffer('image/png') }, { name: 'Route map.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) }];
}

const address = 'http://127.0.0.1:4390';
const server = spawn('node', ['scripts/start.mjs', '--port', '4390', '--data', path.join(mkdtempSync(path.join(tmpdir(), 'oak-pictures-')), 'data')], { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((resolve, reject) => {
  server.stdout.on('data', (chunk) => chunk.toString().includes('is ready at') && resolve());
  server.once('exit', () => reject(new Error('The server did not start.')));
});
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
try {
  const folder = path.join(ROOT, 'docs', 'screenshots');
  mkdirSync(folder, { recursive: true });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // Listened for from the first: a key press is faster than starting to listen.
  page.on('filechooser', () => undefined);
  const settle = () => page.waitForTimeout(1500);
  const shot = (name) => page.screenshot({ path: path.join(folder, `${name}.png`) });
  await page.goto(address);
  await page.getByRole('link', { name: /Night tram launch/ }).first().waitFor();
  // The film's still is painted when it is first asked for.
  await page.waitForFunction(() => document.images.length > 0 && [...document.images].every((one) => one.complete && one.naturalWidth > 0));
  await settle();
  await shot('home');
  await page.goto(`${address}/projects/night-tram`);
  const field = page.getByRole('textbox', { name: 'Playhead' });
  await field.click();
  await page.keyboard.type('165');
  await page.keyboard.press('Enter');
  await page.locator('[data-ready="300"]').waitFor({ timeout: 60_000 });
  await settle();
  await shot('bench');
  // Close up: two seconds of the film, with keys of the tram selected.
  const tracks = await page.locator('canvas[aria-label=Tracks]').boundingBox();
  await page.mouse.move(tracks.x + 405, tracks.y + 60);
  await page.keyboard.down('Control');
  for (let i = 0; i < 9; i++) await page.mouse.wheel(0, -120);
  await page.keyboard.up('Control');
  const row = await page.getByRole('row').filter({ has: page.getByText('Across', { exact: true }) }).first().boundingBox();
  const scale = await page.locator('canvas[aria-label=Tracks]').evaluate((canvas) => ({ from: Number(canvas.dataset.from), each: Number(canvas.dataset.pixelsPerFrame) }));
  await page.mouse.click(tracks.x + (120 - scale.from) * scale.each, row.y + row.height / 2);
  await settle();
  await shot('bench-close-up');
  await page.keyboard.press('w');
  // Keys of the board in the panel, spread by a grip, and as a lane over the whole timeline.
  const head = (name) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
  const find = async (words) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').getByRole('combobox').fill(words);
    await page.keyboard.press('Enter');
  };
  await head('Timetable board').click();
  await page.getByRole('button', { name: 'Unfold Timetable board' }).click();
  await settle();
  const down = await page.getByRole('row').filter({ has: page.getByText('Down', { exact: true }) }).first().boundingBox();
  const whole = await page.locator('canvas[aria-label=Tracks]').evaluate((canvas) => ({ from: Number(canvas.dataset.from), each: Number(canvas.dataset.pixelsPerFrame) }));
  await page.mouse.click(tracks.x + (66 - whole.from) * whole.each, down.y + down.height / 2);
  await settle();
  await shot('key-panel');
  await page.keyboard.press('Shift+l');
  await settle();
  await shot('curve-lane');
  await page.keyboard.press('Shift+l');
  await page.keyboard.press('l');
  await find('select all keys of the selected');
  const last = await page.getByRole('button', { name: /^Last of the selected keys/ }).boundingBox();
  await page.mouse.move(last.x + last.width / 2, last.y + last.height / 2);
  await page.mouse.down();
  await page.mouse.move(last.x - 180, last.y + last.height / 2, { steps: 6 });
  await settle();
  await shot('keys-spread');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.getByRole('button', { name: 'Fold Timetable board' }).click();
  // What is rigid runs as it was made, and what is elastic gives: hatched on the bar, bent in the lane.
  await head('Timetable board').click();
  await page.keyboard.press('Shift+l');
  await settle();
  await shot('elastic-lane');
  await page.keyboard.press('Shift+l');
  await page.keyboard.press('l');
  // A ramp in the lane of what a nest shows: its cuts, the slopes of its parts and the feet of its changes.
  await find('add ramp');
  await page.getByLabel('Cuts of Ramp', { exact: true }).click();
  await page.keyboard.type('60, 120');
  await page.keyboard.press('Enter');
  await page.getByLabel('Blend of Ramp', { exact: true }).click();
  await page.keyboard.type('30');
  await page.keyboard.press('Enter');
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Timetable board', exact: true }).click();
  await page.keyboard.press('Shift+l');
  await settle();
  await shot('time-lane');
  await page.keyboard.press('Shift+l');
  await page.keyboard.press('l');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await page.waitForFunction(() => [...document.querySelectorAll('[data-said]')].every((one) => one.textContent === ''), null, { timeout: 60_000 });
  const quiet = () => page.waitForFunction(() => [...document.querySelectorAll('[data-said]')].every((one) => one.textContent === ''), null, { timeout: 60_000 });
  // Moves that markers fire, with what shows between them.
  const search = (words) => page.getByRole('textbox', { name: 'Search layers' }).or(page.getByPlaceholder('Search layers')).first().fill(words);
  await search('signal');
  await head('Signal').click();
  await page.keyboard.press('l');
  await settle();
  await shot('cues');
  await page.keyboard.press('l');
  await search('twinkle');
  // Stars that come one after another, while the step is typed.
  await head('Twinkle, steady').click();
  await page.keyboard.press('a');
  await page.keyboard.press('ArrowUp');
  await settle();
  await shot('stagger');
  await page.keyboard.press('Escape');
  // A sign that a formula drives, its curve in a lane while it is written; the dial that it reads; a lamp linked to it.
  await search('sign');
  await head('Sign').click();
  await page.keyboard.press('l');
  await page.getByRole('grid', { name: 'Layers' }).getByTitle('Write in it').click();
  await page.locator('[data-formula] [data-ready]').first().waitFor();
  await page.keyboard.type(' + noi');
  await page.getByRole('option').first().waitFor();
  await settle();
  await shot('formula-lane');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await head('Sign').click();
  await page.keyboard.press('l');
  await search('wind');
  await head('Wind').click();
  await settle();
  await shot('dials');
  await search('lamp');
  await head('Lamp, near').click();
  await page.getByLabel('Turn of Lamp, near', { exact: true }).click();
  await page.keyboard.type('=');
  await page.locator('[data-formula] [data-ready]').first().waitFor();
  await page.keyboard.type('Sign.turn @ (clock - 6f) * 50%');
  await page.keyboard.press('Enter');
  await settle();
  await shot('links');
  await page.keyboard.press('Control+z');
  await search('');
  // A loop whose end is no beginning, with what mends it.
  await head('Tram').click();
  await page.getByLabel('To of Loop', { exact: true }).click();
  await page.keyboard.type('29');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Mend/ }).first().waitFor();
  await settle();
  await shot('checks');
  await page.keyboard.press('Control+z');
  // A bake, down to the wheels, with its proof.
  await quiet();
  await head('Tram').click();
  await find('bake');
  await page.getByRole('button', { name: 'Bake', exact: true }).click();
  await page.getByRole('button', { name: 'Keep it' }).waitFor({ timeout: 120_000 });
  await settle();
  await shot('bake-report');
  await page.getByRole('button', { name: 'Undo the bake' }).click();
  await quiet();
  // A nest just made: its name to be typed, what rides outside in the strip, its span between two pegs.
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
  await page.keyboard.press('Control+Enter');
  await page.getByRole('group', { name: 'What rides outside the new nest' }).waitFor();
  await page.locator('[data-ready="300"]').waitFor({ timeout: 60_000 });
  await settle();
  await shot('nesting');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
  await settle();
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'The way into this nest' }).waitFor();
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Sway', exact: true }).click();
  await page.getByRole('button', { name: 'Unfold Sway' }).click();
  await settle();
  await shot('bench-inside-the-nest');
  // Media of our own drawing, brought in as a person would.
  await page.keyboard.press('Shift+Enter');
  await page.getByRole('textbox', { name: 'Playhead' }).click();
  await page.keyboard.type('165');
  await page.keyboard.press('Enter');
  const drawn = drawMedia();
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.keyboard.press('Control+o')]);
  await chooser.setFiles(drawn);
  await page.getByRole('region', { name: 'Media' }).getByText('Ticket paper.png').waitFor();
  await settle();
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Ticket paper', exact: true }).click();
  for (const [label, value] of [['Size across of Ticket paper', '45'], ['Size down of Ticket paper', '45'], ['Across of Ticket paper', '330'], ['Down of Ticket paper', '230'], ['Turn of Ticket paper', '-8']]) {
    await page.getByLabel(label, { exact: true }).click();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Route map', exact: true }).click();
  for (const [label, value] of [['Size across of Route map', '100'], ['Size down of Route map', '100'], ['Across of Route map', '1000'], ['Down of Route map', '330']]) {
    await page.getByLabel(label, { exact: true }).click();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.waitForTimeout(6500);
  await shot('media');
  // Two changes that are not taken: a server that says no stands in for one.
  const refusals = ['The same was changed elsewhere meanwhile.', 'Layer “Tram”: its loop must end after frame 40, where it begins.'];
  await page.route('**/api/projects/*/changes', (route) => route.fulfill({ status: 422, contentType: 'application/json', body: JSON.stringify({ message: refusals.shift() }) }), { times: 2 });
  await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
  for (const [label, value] of [['Size across of Tram', '140'], ['From of Loop', '4']]) {
    await page.getByLabel(label, { exact: true }).click();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: '2 set aside' }).click();
  await page.waitForTimeout(6500);
  await shot('set-aside');
} finally {
  await browser.close();
  server.kill();
}
