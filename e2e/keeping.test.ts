import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { openBrowser, openPage, untilSaved } from './browser';
import { askCommandLine, exported, valueOf } from './command-line';
import { startOak, type OakServer } from './oak-server';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-keeping-'));
let server: OakServer;
let browser: Browser;
let page: Page;
let project: string;

beforeAll(async () => {
  server = await startOak(4388, path.join(folder, 'data'));
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});
beforeEach(async () => {
  const made = await fetch(`${server.address}/api/projects/night-tram/duplicate`, { method: 'POST', headers: { origin: server.address } });
  project = ((await made.json()) as { id: string }).id;
  ({ page } = await openPage(browser));
});
afterEach(() => page.close());

const open = async () => {
  await page.goto(`${server.address}/projects/${project}`);
  await page.getByLabel('Turn of Tram').waitFor();
};
const changes = `**/api/projects/*/changes`;
const type = async (field: string, text: string) => {
  await page.getByLabel(field, { exact: true }).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
};
const value = (channel: string, frame = 0) => valueOf(server.address, project, { layer: 'tram', channel, frame });

describe('a change that is not taken', () => {
  const refuseOnce = () => page.route(changes, (route) => route.fulfill({ status: 422, contentType: 'application/json', body: JSON.stringify({ message: 'Layer “Tram” cannot be so wide.' }) }), { times: 1 });
  test('is taken back, set aside with why, outlives a reload, and is done when it is tried again', async () => {
    await open();
    await refuseOnce();
    await type('Size across of Tram', '140');
    await page.getByRole('alert').getByText(/is set aside: Layer “Tram” cannot be so wide/).waitFor();
    // The sentence and the field may be drawn one after the other.
    await expect.poll(() => page.getByLabel('Size across of Tram', { exact: true }).inputValue()).toBe('100 %');
    expect(await page.getByRole('button', { name: 'Nothing to undo' }).count()).toBe(1);
    await page.reload();
    await page.getByRole('button', { name: '1 set aside' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('Change Size across of Tram').waitFor();
    await dialog.getByText('Layer “Tram” cannot be so wide.').waitFor();
    await dialog.getByRole('button', { name: 'Try again' }).click();
    await dialog.getByText('Nothing is set aside any more.').waitFor();
    await dialog.getByRole('button', { name: 'Close' }).click();
    await untilSaved(page);
    expect(await value('scaleX')).toBe(140);
    await page.keyboard.press('Control+z');
    await untilSaved(page);
    expect(await value('scaleX')).toBe(100);
  });
  test('is saved as a file, and let go', async () => {
    await open();
    await refuseOnce();
    await type('Size down of Tram', '70');
    await page.getByRole('button', { name: '1 set aside' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as a file' }).click();
    const kept = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as object;
    expect(kept).toMatchObject({ format: 'oak-tumble/change', was: 'Change Size down of Tram', why: 'Layer “Tram” cannot be so wide.', change: { patches: [{ to: expect.anything() as unknown }] } });
    await page.getByRole('button', { name: 'Let go' }).click();
    await page.getByRole('button', { name: 'Close' }).click();
    await expect.poll(() => page.getByRole('button', { name: /set aside/ }).count()).toBe(0);
    await page.reload();
    await page.getByLabel('Turn of Tram').waitFor();
    expect(await page.getByRole('button', { name: /set aside/ }).count()).toBe(0);
    await type('Size down of Tram', '80');
    await untilSaved(page);
    expect(await value('scaleY')).toBe(80);
  });
});

describe('pages and servers of different versions', () => {
  test('an older page is told to reload, and what it had not sent is saved after that', async () => {
    await open();
    await page.route(changes, (route) => route.fulfill({ status: 503, contentType: 'application/json', body: JSON.stringify({ message: 'This page is older than the program that keeps the project. Reload the page.', reload: true }) }));
    await type('Size across of Tram', '130');
    await page.getByText('This page and its server are of different versions').waitFor();
    await page.unroute(changes);
    await page.getByRole('button', { name: 'Reload' }).click();
    await page.getByLabel('Turn of Tram').waitFor();
    await untilSaved(page);
    expect(await value('scaleX')).toBe(130);
  });
  test('a change that a page of the first version left in this browser is filled in and saved', async () => {
    await open();
    const patches = [
      { path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'channels', 'skew'], to: { value: 12, keys: {}, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null } },
    ];
    // As the first version kept it: without a word about versions, and a channel without what came later.
    await page.evaluate(({ project: id, change }) => new Promise<void>((resolve, reject) => {
      const request = indexedDB.open('oak-outbox', 1);
      request.onerror = () => reject(request.error!);
      request.onsuccess = () => {
        const put = request.result.transaction('changes', 'readwrite').objectStore('changes').put({ project: id, change });
        put.onsuccess = () => resolve();
      };
    }), { project, change: { id: 'change-of-the-first', event: 'channels.set', label: 'Change Lean of Tram', patches } });
    await page.reload();
    await page.getByLabel('Turn of Tram').waitFor();
    await untilSaved(page);
    await expect.poll(() => value('skew')).toBe(12);
  });
});

test('a browser that keeps nothing opens the Bench and says so; edits are saved all the same', async () => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('Refused', 'SecurityError');
    };
  });
  await open();
  await page.getByText(/This browser keeps nothing: while the server is away, changes cannot wait here/).waitFor();
  await type('Size across of Tram', '120');
  await untilSaved(page);
  expect(await value('scaleX')).toBe(120);
});

test('a name of 350 letters is saved, and so is what is done after it', async () => {
  await open();
  const name = 'Night tram '.repeat(32).slice(0, 350);
  await page.getByRole('button', { name: /^Tram/ }).and(page.locator('h2 button')).dblclick();
  await page.locator('input:focus').fill(name);
  await page.keyboard.press('Enter');
  await untilSaved(page);
  await page.keyboard.press('Control+z');
  await untilSaved(page);
  await page.keyboard.press('Control+Shift+z');
  await untilSaved(page);
  expect(await exported(server.address, project)).toContain(name.trim());
});

test('a number that is scrubbed while it plays moves all keys by what it was scrubbed', async () => {
  await open();
  const before = (await askCommandLine(server.address, project, 'values', '--comp', 'main', '--layer', 'tram', '--channel', 'x', '--frames', '0..270/30')) as number[];
  await page.keyboard.press('Space');
  // Of a nest Timing and Bar stand first.
  const across = page.getByTitle('Across: drag sideways to change, with Shift in tens', { exact: true });
  await across.scrollIntoViewIfNeeded();
  const label = (await across.boundingBox())!;
  await page.mouse.move(label.x + 5, label.y + 5);
  await page.mouse.down();
  for (let step = 1; step <= 10; step++) {
    await page.mouse.move(label.x + 5 + step * 6, label.y + 5);
    // Two pictures go by between two moves.
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  }
  await page.mouse.up();
  await page.keyboard.press('Space');
  await untilSaved(page);
  const after = (await askCommandLine(server.address, project, 'values', '--comp', 'main', '--layer', 'tram', '--channel', 'x', '--frames', '0..270/30')) as number[];
  expect(after.map((one, i) => Math.round((one - before[i]!) * 100) / 100)).toEqual(before.map(() => 30));
});
