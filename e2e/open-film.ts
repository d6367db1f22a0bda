import type { Page } from 'playwright-core';

/** Brings a film in by its compositions (and what else its file says) and opens it in the page; answers its project's id. The first that is called `main` is the film. */
export async function openFilm(page: Page, address: string, compositions: readonly object[], more: object = {}): Promise<string> {
  const body = JSON.stringify({ format: 'oak-tumble/project', version: 2, name: 'Film', main: 'main', compositions, ...more });
  const response = await fetch(`${address}/api/import`, { method: 'POST', headers: { 'content-type': 'application/octet-stream', origin: address }, body });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`${address}/projects/${id}`);
  await page.locator('canvas[data-frame-shown]').waitFor();
  return id;
}

/** Does an action by a word of it: the first that the list of actions finds. */
export async function findAction(page: Page, words: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').waitFor();
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
}
