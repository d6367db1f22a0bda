import { chromium, type Browser, type Page } from 'playwright-core';
import { expect } from 'vitest';

/** Debian's Chromium, headless. */
export function openBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
}

/** A page that must stay silent: `heard` lists every error on its console, every failed answer and every breach of its policy. */
export async function openPage(browser: Browser, size: { readonly width: number; readonly height: number } = { width: 1280, height: 800 }) {
  const page = await browser.newPage({ viewport: { ...size }, acceptDownloads: true });
  page.setDefaultTimeout(30_000);
  // With someone listening from the first, a window for files is never opened for real: a key press is faster than starting to listen.
  page.on('filechooser', () => undefined);
  const heard: string[] = [];
  page.on('console', (message) => ['error', 'warning'].includes(message.type()) && heard.push(message.text()));
  page.on('pageerror', (error) => heard.push(error.message));
  await page.addInitScript(() => addEventListener('securitypolicyviolation', (event) => console.error(`policy: ${event.violatedDirective}`)));
  return { page, heard };
}

/** Where a host frame of the timeline lies on the page, by the scale that the tracks publish, and the middle of a named row. */
export async function pointInTracks(page: Page, frame: number, rowName: string): Promise<{ readonly x: number; readonly y: number }> {
  const tracks = page.locator('canvas[aria-label=Tracks]');
  const box = (await tracks.boundingBox())!;
  const { from, pixelsPerFrame } = await tracks.evaluate((canvas: HTMLElement) => ({ from: Number(canvas.dataset['from']), pixelsPerFrame: Number(canvas.dataset['pixelsPerFrame']) }));
  const row = (await page.getByRole('row').filter({ has: page.getByText(rowName, { exact: true }) }).first().boundingBox())!;
  return { x: box.x + (frame - from) * pixelsPerFrame, y: row.y + row.height / 2 };
}

/** Where a point of the composition lies on the page, by the scale and the corner that the picture publishes. */
export async function pointOnPicture(page: Page, x: number, y: number): Promise<{ readonly x: number; readonly y: number }> {
  const room = (await page.getByRole('application', { name: 'Picture' }).boundingBox())!;
  const canvas = page.locator('[aria-label=Picture] canvas');
  const scale = Number(await canvas.getAttribute('data-scale'));
  const [left, top] = (await canvas.getAttribute('data-origin'))!.split(' ').map(Number) as [number, number];
  return { x: room.x + left + x * scale, y: room.y + top + y * scale };
}

/** Drags with the mouse in steps, as a hand does. */
export async function drag(page: Page, from: { readonly x: number; readonly y: number }, to: { readonly x: number; readonly y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(from.x + ((to.x - from.x) * i) / 8, from.y + ((to.y - from.y) * i) / 8);
  await page.mouse.up();
}

/** Waits until everything that was done is acknowledged. */
export async function untilSaved(page: Page): Promise<void> {
  await page.locator('[data-saved=saved]').waitFor();
}

/** The frame in the playhead's field. */
export async function playhead(page: Page): Promise<number> {
  return Number(await page.getByRole('textbox', { name: 'Playhead' }).inputValue());
}

/** Sends the playhead to a time by typing it. */
export async function goTo(page: Page, typed: string, frame: number): Promise<void> {
  await page.getByRole('textbox', { name: 'Playhead' }).click();
  await page.keyboard.type(typed);
  await page.keyboard.press('Enter');
  await expect.poll(() => playhead(page)).toBe(frame);
}
