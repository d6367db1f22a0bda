import type { Page } from 'playwright-core';
import { measureBake } from './bake';
import { countWaits } from './picture-waits';
import { pulledAlong } from './pulled-along';
import { openChromium, startServer } from './served';
import type { Figure } from './seeded';

const PORT = 4398;
const ADDRESS = `http://127.0.0.1:${PORT}`;

/** What bending time costs: a bake and its proof, how soon the picture follows a pull in a time lane, and how a stagger of very many layers follows its number. */
export async function measureTime(root: string): Promise<readonly Figure[]> {
  const baked = await measureBake();
  const server = await startServer(root, PORT);
  const browser = await openChromium();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    return [...baked, await measurePull(page), await measureStagger(page)];
  } finally {
    await browser.close();
    server.kill();
  }
}

async function open(page: Page, name: string, compositions: readonly object[]): Promise<void> {
  const body = JSON.stringify({ format: 'oak-tumble/project', version: 2, name, main: 'main', compositions });
  const made = (await (await fetch(`${ADDRESS}/api/import`, { method: 'POST', body, headers: { origin: ADDRESS, 'content-type': 'application/octet-stream' } })).json()) as { id: string };
  await page.goto(`${ADDRESS}/projects/${made.id}`);
  await page.locator('canvas[data-frame-shown]').waitFor();
}

const head = (page: Page, name: string) => page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });

/** The end of a pause in the lane of a nest, pulled along: for each move, the frames of the page until the picture that shows it is up. */
async function measurePull(page: Page): Promise<Figure> {
  const dot = { id: 'dot', name: 'Dot', kind: 'shape', shape: 'ellipse', channels: { width: { value: 120 }, height: { value: 120 }, y: { value: 300 }, x: { keys: [{ at: 0, value: 100 }, { at: 299, value: 1100 }] } } };
  await open(page, 'Lane', [{ id: 'main', name: 'Main', duration: 600, layers: [{ id: 'n', name: 'Reel', kind: 'nest', source: 'reel', timing: [{ op: 'pause', at: 100, for: 40 }] }] }, { id: 'reel', name: 'Inside', duration: 300, layers: [dot] }]);
  await head(page, 'Reel').click();
  await page.keyboard.press('l');
  await page.getByRole('textbox', { name: 'Playhead' }).click();
  await page.keyboard.type('200');
  await page.keyboard.press('Enter');
  await page.waitForTimeout(2000);
  await countWaits(page);
  const tracks = (await page.locator('canvas[aria-label=Tracks]').boundingBox())!;
  const lane = (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: 'Picture time' }).boundingBox())!;
  const at = { x: tracks.x + 10 + ((tracks.width - 20) * 140) / 600, y: lane.y + lane.height - 12 - (100 / 300) * (lane.height - 24) };
  return pulledAlong(page, 'Pulling the end of a pause in a time lane', at, 0);
}

/** A stagger of 1,000 layers while its step goes up twenty times: how long the page is kept at a time. */
async function measureStagger(page: Page): Promise<Figure> {
  const layers = Array.from({ length: 1000 }, (_, i) => ({ id: `l${i}`, name: `Lamp ${i}`, kind: 'shape', channels: { x: { value: (i % 40) * 30 }, y: { value: Math.floor(i / 40) * 25 }, width: { value: 16 }, height: { value: 16 } } }));
  await open(page, 'Thousand', [{ id: 'main', name: 'Main', duration: 4000, layers }]);
  await head(page, 'Lamp 0').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('a');
  await page.getByText(/Stagger 1000 layers, 3 frames apart/).waitFor();
  await page.waitForTimeout(3000);
  await page.evaluate(() => {
    const tasks: number[] = [];
    (globalThis as unknown as { tasks: number[] }).tasks = tasks;
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((entry) => entry.duration))).observe({ entryTypes: ['longtask'] });
  });
  for (let i = 0; i < 20; i++) {
    await page.keyboard.press('ArrowUp');
    await page.waitForTimeout(250);
  }
  const tasks = await page.evaluate(() => (globalThis as unknown as { tasks: number[] }).tasks);
  const worst = Math.round(Math.max(0, ...tasks));
  return { what: 'A stagger of 1,000 layers, its step raised 20 times', measured: `${tasks.length} tasks over 50 ms, the longest ${worst === 0 ? 'under 50' : worst} ms`, bar: 'none over 50 ms', held: tasks.length === 0 };
}
