import { afterAll, beforeAll, expect, test } from 'vitest';
import { crawledBench } from './crawled-bench';

let bench: Awaited<ReturnType<typeof crawledBench>>;

beforeAll(async () => { bench = await crawledBench(4426); });
afterAll(() => bench?.close());

/** A journey takes the actions of one half of the list: each is pressed alone, on a film as it came, and there are some three hundred. */
test.each([0, 1])('every action of the list does something, or says why not: half %i', async (half) => {
  const { page, heard, open, restore, takeBack, settle, atRest, changed } = bench;
  await open();
  await page.keyboard.press('Control+k');
  await page.locator('[data-action]').first().waitFor();
  const all = await page.locator('[data-action]').evaluateAll((items) => items.map((item) => ({ id: (item as HTMLElement).dataset['action']!, isOff: item.getAttribute('aria-disabled') === 'true' })));
  await page.keyboard.press('Escape');
  expect(all.length).toBeGreaterThan(80);
  const silent: string[] = [];
  let files = 0;
  const count = () => files++;
  page.on('filechooser', count);
  // What sends the keyboard to a field shows nothing else: a journey of its own looks where it is. What cannot be done with the tram as it came says so where it stands.
  const begun = [...new Set(all.filter(({ id, isOff }) => !isOff && !id.startsWith('field.')).map(({ id }) => id))].filter((_, i) => i % 2 === half);
  expect(begun.length).toBeGreaterThan(60);
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
  page.off('filechooser', count);
  await settle();
  // What was already so when it was asked for changes nothing, and is told as being on.
  expect(silent).toEqual([]);
  expect(heard).toEqual([]);
  // A busy machine takes its time, and no bar is meant.
}, 600_000);
