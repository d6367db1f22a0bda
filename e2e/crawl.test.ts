import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openBrowser, openPage } from './browser';
import { startOak, type OakServer } from './oak-server';

const data = path.join(mkdtempSync(path.join(tmpdir(), 'oak-crawl-')), 'data');
let server: OakServer;
let browser: Browser;
let page: Page;
let heard: string[];

/** What is not pressed: downloads leave the page, and keys that are waited for are no button. */
const DOWNLOADS = /^Export|^Project file|^Project with|^New keys for/;

beforeAll(async () => {
  server = await startOak(4397, data);
  browser = await openBrowser();
  ({ page, heard } = await openPage(browser));
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});

let copy = '';

/** The Bench on a copy of the demonstration as it came, with the tram selected. */
async function open(): Promise<void> {
  const made = await fetch(`${server.address}/api/projects/night-tram/duplicate`, { method: 'POST', headers: { origin: server.address } });
  copy = ((await made.json()) as { id: string }).id;
  // What an earlier press folded away is unfolded again.
  await page.evaluate(() => localStorage.clear()).catch(() => undefined);
  await page.goto(`${server.address}/projects/${copy}`);
  await page.locator('canvas[data-frame-shown]').waitFor();
  await page.getByLabel('Turn of Tram').waitFor();
  await page.evaluate(() => localStorage.clear());
  // Not at the first frame: going there is to show.
  await page.keyboard.press('Shift+ArrowRight');
}

type Seen = { readonly shown: string; readonly said: string | null };

/**
 * What a press may change: the document (by its undo), the view's own state, or a new sentence. Where the keyboard is, what
 * the pointer hovers over, and what goes on by itself (saving, checks, frames being painted, sentences that fade) is no answer.
 */
function state(): Promise<Seen> {
  return page.evaluate(() => {
    const marks = ['aria-pressed', 'aria-expanded', 'aria-checked', 'aria-selected', 'aria-current', 'data-frame-shown', 'data-scale', 'data-origin', 'data-from', 'data-pixels-per-frame'];
    const published = [...document.querySelectorAll(marks.map((name) => `[${name}]`).join())].map((one) => marks.map((name) => one.getAttribute(name)).join());
    const byItself = [...document.querySelectorAll<HTMLElement>('[data-said], [data-saved], [data-checks]')].map((one) => one.innerText);
    const words = byItself.reduce((text, part) => (part === '' ? text : text.replace(part, '')), document.body.innerText);
    const fields = [...document.querySelectorAll('input, textarea')].map((one) => (one as HTMLInputElement).value + (one as HTMLInputElement).checked);
    const undo = document.querySelector('[aria-label^="Undo"],[aria-label="Nothing to undo"]')?.getAttribute('aria-label');
    const windows = [...document.querySelectorAll('[role=dialog], [role=menu], [role=listbox]')].map((one) => one.getAttribute('aria-label') ?? one.id);
    const drawn = [document.querySelectorAll('[data-overlay]').length, document.querySelectorAll('svg path').length, getComputedStyle(document.querySelector('[aria-label=Picture] canvas') ?? document.body).imageRendering];
    return {
      shown: JSON.stringify([words, published, fields, undo, windows, drawn, location.pathname]),
      said: [...document.querySelectorAll<HTMLElement>('[data-said]')].at(-1)?.dataset['said'] ?? null,
    };
  });
}

/** The page's own next frame but one: nothing waits for a clock of ours. */
const nextFrames = () => page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))).catch(() => undefined);

/** What is seen once nothing moves any more: what an earlier press still brings about must not count for the next. */
async function atRest(): Promise<Seen> {
  let before = await state();
  for (let same = 0, i = 0; same < 3 && i < 120; i++) {
    await nextFrames();
    const now = await state();
    same = now.shown === before.shown ? same + 1 : 0;
    before = now;
  }
  return before;
}

/** Back to a Bench without anything open, everything that was done taken back. */
async function settle(): Promise<void> {
  for (let i = 0; i < 3 && (await page.locator('[role=dialog],[role=menu],[role=listbox]').count()) > 0; i++) await page.keyboard.press('Escape');
  if ((await page.getByRole('button', { name: 'Stop', exact: true }).count()) > 0) await page.keyboard.press('Space');
}

/** The tram selected in the film again: by its row where it is in sight, else on a fresh copy. */
async function restore(): Promise<void> {
  await settle();
  if (page.url().endsWith(copy)) {
    const film = page.getByRole('complementary', { name: 'Library' }).getByRole('button', { name: 'Night tram', exact: true });
    if ((await page.getByRole('navigation', { name: 'The way into this nest' }).count()) > 0 || (await page.locator('[aria-current=true]').filter({ hasText: 'Night tram' }).count()) === 0) if ((await film.count()) > 0) await film.click({ timeout: 3000 });
    const tram = page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).first();
    if ((await tram.count()) > 0) {
      await tram.click({ timeout: 3000 });
      if ((await page.getByLabel('Turn of Tram').count()) > 0) return;
    }
  }
  await open();
}

/** Takes back what was done, so that the next control finds the film as it was. */
async function takeBack(): Promise<void> {
  for (let i = 0; i < 3 && (await page.getByRole('button', { name: /^Undo / }).count()) > 0; i++) await page.keyboard.press('Control+z');
}

/** Whether something changed within a moment after a press. */
async function changed(before: Seen, chooser: () => boolean): Promise<boolean> {
  for (let i = 0; i < 40; i++) {
    if (chooser()) return true;
    // A page that is being left cannot be asked, and has changed.
    const now = await state().catch(() => null);
    if (!now || now.shown !== before.shown || (now.said !== null && now.said !== before.said)) return true;
    await nextFrames();
  }
  return false;
}

describe('every action of the list', () => {
  test('does something, or says why not', async () => {
    await open();
    await page.keyboard.press('Control+k');
    await page.locator('[data-action]').first().waitFor();
    const all = await page.locator('[data-action]').evaluateAll((items) => items.map((item) => ({ id: (item as HTMLElement).dataset['action']!  })));
    await page.keyboard.press('Escape');
    expect(all.length).toBeGreaterThan(80);
    const silent: string[] = [];
    let files = 0;
    page.on('filechooser', () => files++);
    // What sends the keyboard to a field shows nothing else: a journey of its own looks where it is.
    const begun = new Set(all.map(({ id }) => id).filter((id) => !id.startsWith('field.')));
    for (const id of begun) {
      // Actions need something to act on: the tram stays selected.
      await takeBack();
      await restore();
      const before = await atRest();
      const had = files;
      await page.keyboard.press('Control+k');
      const item = page.locator(`[data-action="${id}"]`);
      await item.waitFor();
      if ((await item.getAttribute('aria-disabled')) === 'true') continue;
      await item.click();
      // The list itself is gone again: what is left of the press is what the action did.
      if (id !== 'help.find') await page.locator('[data-action]').first().waitFor({ state: 'detached' });
      if (!(await changed(before, () => files > had))) silent.push(id);
    }
    await settle();
    // What was already so when it was asked for changes nothing, and is told as being on.
    expect(silent).toEqual([]);
    expect(heard).toEqual([]);
  }, 600_000);
});

/** Presses every enabled control below a part of the page, each once by its name; answers those after which nothing changed. `open` brings the part up again; `most` is for parts whose rows are all alike. */
async function crawl(part: string, open: () => Promise<void>, least: number, most = 150): Promise<readonly string[]> {
  const silent: string[] = [];
  const pressed = new Set<string>();
  let files = 0;
  const count = () => files++;
  page.on('filechooser', count);
  for (let round = 0; round < most; round++) {
    await open();
    const name = await page.evaluate(({ root, known, skip }) => {
      document.querySelectorAll('[data-crawl]').forEach((one) => one.removeAttribute('data-crawl'));
      const controls = [...document.querySelectorAll<HTMLElement>(`${root} :is(button, [role=switch], [role=radio], [role=combobox], input[type=checkbox])`)];
      for (const one of controls) {
        const words = one.getAttribute('aria-label') ?? (one.innerText.trim() || one.closest('label')?.innerText.trim()) ?? '';
        if (words === '' || known.includes(words) || words === 'To the first frame' || new RegExp(skip).test(words) || (one as HTMLButtonElement).disabled || one.closest('.sr-only, [aria-hidden=true]') || one.tabIndex < 0 || one.closest('[aria-current=true]')) continue;
        one.scrollIntoView({ block: 'nearest' });
        const { left, top, width, height } = one.getBoundingClientRect();
        if (width < 8 || height < 8) continue;
        const there = document.elementFromPoint(left + width / 2, top + height / 2);
        if (!there || !(one === there || one.contains(there) || there.contains(one))) continue;
        one.setAttribute('data-crawl', '');
        return words;
      }
      return null;
    }, { root: part, known: [...pressed], skip: DOWNLOADS.source });
    if (name === null) break;
    const marked = page.locator('[data-crawl]').first();
    // A problem that was taken back goes from the list by itself, and its mend with it: what is gone before it can be pressed is no control.
    const isThere = await marked.hover({ timeout: 8000 }).then(() => true, async (fault: unknown) => { if ((await marked.count()) > 0) throw fault; return false; });
    if (!isThere) continue;
    pressed.add(name);
    const before = await atRest();
    const had = files;
    await marked.click({ timeout: 8000 });
    if (!(await changed(before, () => files > had))) silent.push(name);
  }
  page.off('filechooser', count);
  expect(pressed.size).toBeGreaterThanOrEqual(least);
  return silent;
}

describe('every enabled control', () => {
  const bench = async () => {
    await takeBack();
    await restore();
  };
  test('of the Bench does something', async () => {
    await open();
    expect(await crawl('body', bench, 50)).toEqual([]);
    expect(heard).toEqual([]);
    // Each of some hundred controls is pressed once: a busy machine takes its time, and no bar is meant.
  }, 420_000);
  test.each([['Help', 'F1', 8], ['Shortcuts', '?', 10], ['Render', 'Control+Shift+E', 1]])('of the window “%s” does something', async (_, press, least) => {
    await open();
    const windowed = async () => {
      if ((await page.getByRole('dialog').count()) === 0) {
        await bench();
        await page.keyboard.press(press);
      }
      await page.getByRole('dialog').waitFor();
    };
    expect(await crawl('[role=dialog]', windowed, least, 14)).toEqual([]);
    expect(heard).toEqual([]);
  });
  test('of home and of a new project does something', async () => {
    const home = async () => {
      await settle();
      if (new URL(page.url()).pathname !== '/') await page.goto(server.address);
      await page.getByRole('link', { name: /^Open / }).first().waitFor();
    };
    expect(await crawl('body', home, 4)).toEqual([]);
    const making = async () => {
      // A project that is being made leads away from here.
      await page.getByRole('button', { name: 'Making it …' }).waitFor({ state: 'detached' });
      await home();
      if ((await page.getByRole('dialog').count()) === 0) await page.getByRole('button', { name: 'New project' }).click();
      await page.getByRole('dialog').waitFor();
    };
    expect(await crawl('[role=dialog]', making, 4)).toEqual([]);
    expect(heard).toEqual([]);
  });
});
