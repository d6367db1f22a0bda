import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { drag, goTo, openBrowser, openPage, playhead, pointInTracks, untilSaved } from './browser';
import { askCommandLine } from './command-line';
import { startOak, type OakServer } from './oak-server';

const PORT = 4391;
const folder = mkdtempSync(path.join(tmpdir(), 'oak-journey-'));
const data = path.join(folder, 'data');
let server: OakServer;
let browser: Browser;

const oak = (verb: string, ...options: readonly string[]) => askCommandLine(server.address, 'night-tram', verb, ...options);

beforeAll(async () => {
  server = await startOak(PORT, data);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});

describe('from a fresh start to a film that is kept', () => {
  test('open, play, key a wheel inside the nest, lengthen the tram, undo, render, restart', async () => {
    const { page, heard } = await openPage(browser);
    await page.goto(server.address);
    await page.getByRole('link', { name: /Night tram launch/ }).click();
    await page.waitForURL('**/projects/night-tram');
    const picture = page.locator('[aria-label=Picture] canvas');
    // The film is met at the frame of its still.
    await expect.poll(() => picture.getAttribute('data-frame-shown')).toBe('132');
    await page.keyboard.press('Home');
    await expect.poll(() => picture.getAttribute('data-frame-shown')).toBe('0');

    // Playing keeps to the clock and the playhead goes along.
    await page.keyboard.press('Space');
    await expect.poll(() => playhead(page)).toBeGreaterThan(20);
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Play', exact: true }).waitFor();

    // Typed times: seconds, a bar, timecode.
    await goTo(page, '4.4s', 132);
    await goTo(page, 'bar 2', 81);
    await goTo(page, '4:12', 132);

    // Into the tram's nest in place: frame 132 of the film is frame 4 of the cycle, in the fifth play.
    await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).click();
    await page.keyboard.press('Enter');
    const way = page.getByRole('navigation', { name: 'The way into this nest' });
    await expect.poll(() => way.textContent()).toMatch(/Night tram.*Tram cycle.*entered at frame 132, play 5 of its loop/);
    expect(await playhead(page)).toBe(4);

    // Keying on, another frame, and the wheel moved by hand on the picture.
    await page.keyboard.press('r');
    await page.getByRole('button', { name: 'Keying is on' }).waitFor();
    await goTo(page, '10', 10);
    await expect.poll(() => picture.getAttribute('data-frame-shown')).toBe('10');
    const box = (await picture.boundingBox())!;
    const scale = Number(await picture.getAttribute('data-scale'));
    const wheel = { x: box.x + 326 * scale, y: box.y + 226 * scale };
    await page.mouse.click(wheel.x, wheel.y);
    await page.getByRole('heading', { name: 'Front wheel' }).waitFor();
    // Alt lets go of snapping: the number is to be exact.
    await page.keyboard.down('Alt');
    await drag(page, wheel, { x: wheel.x, y: wheel.y - 40 * scale });
    await page.keyboard.up('Alt');
    await page.getByRole('button', { name: /^Undo Move Front wheel, 1 key set/ }).waitFor();
    await untilSaved(page);
    const keyed = (await oak('values', '--comp', 'tramCycle', '--layer', 'frontWheel', '--channel', 'y', '--frames', '10..11')) as readonly number[];
    expect(keyed[0]!).toBeCloseTo(166, 0);

    // Back out: the same play, at the frame that shows what was changed; the tram follows.
    const before = readFileSync('demo/night-tram.oak.json', 'utf8');
    await page.keyboard.press('Shift+Enter');
    await expect.poll(() => playhead(page)).toBe(138);
    expect(await way.count()).toBe(0);
    const frames = async (file: string | null) => {
      const source = path.join(folder, 'compare.oak.json');
      writeFileSync(source, file ?? (await (await fetch(`${server.address}/api/projects/night-tram/file`)).text()));
      const out = path.join(folder, 'frame.png');
      execFileSync('node', ['scripts/oak.mjs', 'render', source, '--comp', 'main', '--frames', '138..139', '--out', out], { stdio: 'ignore' });
      return readFileSync(out);
    };
    expect((await frames(null)).equals(await frames(before))).toBe(false);

    // The tram's bar is lengthened to the end; its loop carries on.
    const end = await pointInTracks(page, 270, 'Tram');
    const far = await pointInTracks(page, 300, 'Tram');
    await drag(page, { x: end.x - 2, y: end.y - 4 }, { x: far.x - 2, y: far.y - 4 });
    await page.getByRole('button', { name: /^Undo Trim Tram/ }).waitFor();
    await untilSaved(page);
    const loop = Array.from({ length: 300 }, (_, frame) => frame % 32);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '0..300')).toEqual(loop);

    // Undo and redo, by keyboard and by button.
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /^Redo Trim Tram/ }).waitFor();
    await untilSaved(page);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '269..272')).toEqual([13, null, null]);
    await page.getByRole('button', { name: /^Redo Trim Tram/ }).click();
    await page.getByRole('button', { name: /^Undo Trim Tram/ }).waitFor();
    await untilSaved(page);

    // A key is picked up in its row and moved; Escape lets go without a change.
    const key = await pointInTracks(page, 120, 'Across');
    await page.mouse.move(key.x, key.y);
    await page.mouse.down();
    await page.mouse.move(key.x + 40, key.y, { steps: 4 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await drag(page, key, await pointInTracks(page, 126, 'Across'));
    await page.getByRole('button', { name: /^Undo Move 1 key/ }).waitFor();
    await untilSaved(page);
    expect(await oak('values', '--comp', 'main', '--layer', 'tram', '--channel', 'x', '--frames', '126..127')).toEqual([520]);

    // A film file and a picture sequence.
    await page.getByRole('button', { name: 'Render', exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Up to frame').click();
    await page.keyboard.type('12');
    await page.keyboard.press('Enter');
    const film = page.waitForEvent('download');
    await dialog.getByRole('button', { name: 'Make the file' }).click();
    const mp4 = readFileSync((await (await film).path())!);
    expect(mp4.subarray(4, 8).toString()).toBe('ftyp');
    expect(mp4.includes('avc1')).toBe(true);
    // Its colours are told: BT.709 primaries, transfer and matrix, limited range (ISO/IEC 14496-12, colr of type nclx).
    const colour = mp4.indexOf('colrnclx') + 8;
    expect([mp4.readUInt16BE(colour), mp4.readUInt16BE(colour + 2), mp4.readUInt16BE(colour + 4), mp4[colour + 6]! >> 7]).toEqual([1, 1, 1, 0]);
    // Frames are numbered by their own number, and the range takes what is typed.
    await dialog.getByLabel('From frame').click();
    await page.keyboard.type('20');
    await page.keyboard.press('Enter');
    await expect.poll(async () => [await dialog.getByLabel('From frame').inputValue(), await dialog.getByLabel('Up to frame').inputValue()]).toEqual(['20', '32']);
    await dialog.getByText('Picture sequence').click();
    const sequence = page.waitForEvent('download');
    await dialog.getByRole('button', { name: 'Make it again' }).click();
    const zip = await sequence;
    expect(zip.suggestedFilename()).toBe('night-tram-launch-night-tram-frames.zip');
    const names = readFileSync((await zip.path())!).toString('latin1').match(/\d{5}\.png/g)!;
    expect([names[0], new Set(names).size]).toEqual(['00020.png', 12]);
    await page.keyboard.press('Escape');

    // The server is killed without a word and started again: every change is there.
    const kept = await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '0..300');
    await server.kill('SIGKILL');
    server = await startOak(PORT, data);
    expect(await oak('sourcetime', '--comp', 'main', '--layer', 'tram', '--frames', '0..300')).toEqual(kept);
    const at = String(await playhead(page));
    await page.reload();
    // A reload comes back to the frame that was looked at.
    await expect.poll(() => picture.getAttribute('data-frame-shown')).toBe(at);
    expect(await oak('values', '--comp', 'tramCycle', '--layer', 'frontWheel', '--channel', 'y', '--frames', '10..11')).toEqual(keyed);
    expect(heard.filter((line) => !/ERR_CONNECTION_REFUSED/.test(line))).toEqual([]);
  });

  test('a film can be cancelled, and the Bench stays usable meanwhile', async () => {
    const { page, heard } = await openPage(browser, { width: 1920, height: 1080 });
    await page.goto(`${server.address}/projects/night-tram`);
    await page.getByRole('button', { name: 'Render', exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Make the file' }).click();
    await dialog.getByText(/[1-9]\d* of 300 frames/).waitFor();
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await dialog.getByText('Cancelled; no file was made.').waitFor();
    expect(heard).toEqual([]);
    await page.close();
  });

  test('two windows: each sees what the other did, and undo in one leaves the other’s work alone', async () => {
    const [one, other] = [await openPage(browser), await openPage(browser)];
    for (const { page } of [one, other]) {
      await page.goto(`${server.address}/projects/night-tram`);
      await page.getByLabel('Turn of Tram').waitFor();
    }
    await one.page.getByLabel('Turn of Tram').click();
    await one.page.keyboard.type('12');
    await one.page.keyboard.press('Enter');
    await untilSaved(one.page);
    await other.page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await other.page.getByText('Done in another window: Change Turn of Tram').waitFor();
    await expect.poll(() => other.page.getByLabel('Turn of Tram').inputValue()).toBe('12°');
    await other.page.getByLabel('Lean of Tram').click();
    await other.page.keyboard.type('3');
    await other.page.keyboard.press('Enter');
    await untilSaved(other.page);
    // The first window has not looked up since: its undo is laid over what it missed.
    await one.page.keyboard.press('Control+z');
    await untilSaved(one.page);
    await expect.poll(() => one.page.getByLabel('Lean of Tram').inputValue()).toBe('3°');
    expect(await oak('values', '--comp', 'main', '--layer', 'tram', '--channel', 'rotation', '--frames', '0..1')).toEqual([-4.94]);
    expect(await oak('values', '--comp', 'main', '--layer', 'tram', '--channel', 'skew', '--frames', '0..1')).toEqual([3]);
    expect([...one.heard, ...other.heard]).toEqual([]);
    await one.page.close();
    await other.page.close();
  });

  test('every shortcut is listed', async () => {
    const { page } = await openPage(browser);
    await page.goto(`${server.address}/projects/night-tram`);
    await page.getByLabel('Turn of Tram').waitFor();
    await page.keyboard.press('Shift+?');
    await page.getByRole('dialog').getByText('Key the pose of what is selected').waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('ArrowDown');
    await page.getByRole('heading', { name: 'Lamp, near' }).waitFor();
    await page.close();
  });

  test('edits made while the server is away wait, and are saved when it is back', async () => {
    const { page } = await openPage(browser);
    await page.goto(`${server.address}/projects/night-tram`);
    await page.getByLabel('Size across of Tram').waitFor();
    await server.kill('SIGKILL');
    await page.getByLabel('Size across of Tram').click();
    await page.keyboard.type('*1.5');
    await page.getByText('→ 150 %').waitFor();
    await page.keyboard.press('Enter');
    await page.getByText(/The server is away: 1 change waits/).waitFor();
    server = await startOak(PORT, data);
    await untilSaved(page);
    expect(await oak('values', '--comp', 'main', '--layer', 'tram', '--channel', 'scaleX', '--frames', '0..1')).toEqual([150]);
    await page.keyboard.press('Control+z');
    await untilSaved(page);
    await page.close();
  });

  test('a second start on the same folder says so and stops; other hosts and origins are turned away', async () => {
    await expect(startOak(PORT + 1, data)).rejects.toThrow(/in use by another Oak Tumble/);
    await expect(startOak(PORT, path.join(folder, 'other'))).rejects.toThrow(/Port 4391 is taken/);
    const foreign = await fetch(`${server.address}/api/projects/night-tram/changes`, { method: 'POST', body: '{}', headers: { 'content-type': 'application/json', origin: 'http://elsewhere.invalid' } });
    expect(foreign.status).toBe(403);
    const worker = await fetch(`${server.address}/`);
    expect(worker.headers.get('content-security-policy')).toMatch(/script-src 'self' 'sha256-/);
  });

  test('projects that are not there, and addresses that are wrong, get a sentence', async () => {
    const { page } = await openPage(browser);
    await page.goto(`${server.address}/projects/none`);
    await page.getByText('There is no project “none”.').waitFor();
    await page.getByRole('button', { name: 'All projects' }).click();
    await page.getByRole('link', { name: /Night tram launch/ }).waitFor();
    await page.close();
  });
});
