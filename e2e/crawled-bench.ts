import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { openBrowser, openPage } from './browser';
import { startOak } from './oak-server';

/** What a page shows, and the last sentence that it said. */
export type Seen = { readonly shown: string; readonly said: string | null };

/** A program, a browser and a page for pressing all that there is, one thing after another, each on a Bench as it came. */
export async function crawledBench(port: number) {
  const server = await startOak(port, path.join(mkdtempSync(path.join(tmpdir(), 'oak-crawl-')), 'data'));
  const browser = await openBrowser();
  const { page, heard } = await openPage(browser);

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
      if ((await page.getByRole('navigation', { name: 'The way into this nest' }).count()) > 0 || (await page.locator('[aria-current=true]').filter({ hasText: 'Night tram' }).count()) === 0) if ((await film.count()) > 0) await film.click({ timeout: 3000 }).catch(() => undefined);
      const tram = page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Tram', exact: true }).first();
      if ((await tram.count()) > 0) {
        // A page that is still busy with what was done last is left for a fresh one.
        const pressed = await tram.click({ timeout: 3000 }).then(() => true, () => false);
        if (pressed && (await page.getByLabel('Turn of Tram').count()) > 0) return;
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

  const close = async () => {
    await browser.close();
    await server.kill();
  };
  return { server, page, heard, open, restore, takeBack, settle, atRest, changed, close };
}
