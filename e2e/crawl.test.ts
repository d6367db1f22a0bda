import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { crawledBench } from './crawled-bench';

let crawled: Awaited<ReturnType<typeof crawledBench>>;

beforeAll(async () => { crawled = await crawledBench(4397); });
afterAll(() => crawled?.close());

/** What is not pressed: downloads leave the page, and keys that are waited for are no button. */
const DOWNLOADS = /^Export|^Project file|^Project with|^New keys for/;

/** Presses every enabled control below a part of the page, each once by its name; answers those after which nothing changed. `open` brings the part up again; `most` is for parts whose rows are all alike. */
async function crawl(part: string, open: () => Promise<void>, least: number, most = 150): Promise<readonly string[]> {
  const { page, atRest, changed } = crawled;
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
    await crawled.takeBack();
    await crawled.restore();
  };
  test('of the Bench does something', async () => {
    await crawled.open();
    expect(await crawl('body', bench, 50)).toEqual([]);
    expect(crawled.heard).toEqual([]);
    // Each of some hundred controls is pressed once: a busy machine takes its time, and no bar is meant.
  }, 420_000);
  test.each([['Help', 'F1', 8], ['Shortcuts', '?', 10], ['Render', 'Control+Shift+E', 1]])('of the window “%s” does something', async (_, press, least) => {
    const { page, heard, open } = crawled;
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
    const { page, heard, server, settle } = crawled;
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
