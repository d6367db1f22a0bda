import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest';
import { openBrowser, openPage } from './browser';
import { startOak, type OakServer } from './oak-server';

/**
 * The journeys of a file: a server of their own on a port, with a data folder that is new, a browser, and for each journey a page that has to stay
 * silent to its end. `opened` is handed the page before each.
 */
export function journeys(name: string, port: number, opened: (page: Page) => void): { readonly address: string; readonly folder: string } {
  const folder = mkdtempSync(path.join(tmpdir(), `oak-${name}-`));
  let server: OakServer;
  let browser: Browser;
  let page: Page;
  let heard: string[];
  beforeAll(async () => {
    server = await startOak(port, path.join(folder, 'data'));
    browser = await openBrowser();
  });
  afterAll(async () => {
    await browser?.close();
    await server?.kill();
  });
  beforeEach(async () => {
    ({ page, heard } = await openPage(browser));
    opened(page);
  });
  afterEach(async () => {
    expect(heard).toEqual([]);
    await page.close();
  });
  return { address: `http://127.0.0.1:${port}`, folder };
}
