import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from 'playwright-core';
import type { Figure } from './seeded';

const PORT = 4392;

/** The demonstration played for its 10 s once all its frames are ready; late pictures by the worker's own log. Opening times beside it. */
export async function measurePlaying(root: string): Promise<readonly Figure[]> {
  const server = await start(root);
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const address = `http://127.0.0.1:${PORT}/projects/night-tram`;
    await page.goto(address);
    await page.locator('[data-ready="300"]').waitFor({ timeout: 120_000 });
    await page.keyboard.press('Space');
    await page.waitForTimeout(10_000);
    await page.keyboard.press('Space');
    const told = page.locator('[data-played]');
    await told.waitFor();
    const log = JSON.parse((await told.getAttribute('data-played'))!) as { frames: number; late: number; dropped: number; worstMs: number };
    const share = (100 * (log.late + log.dropped)) / (log.frames + log.dropped);
    await page.goto('about:blank');
    const began = Date.now();
    await page.goto(address, { waitUntil: 'commit' });
    await page.locator('canvas[data-frame-shown]').waitFor();
    const opened = Date.now() - began;
    return [
      { what: 'The demonstration played for 10 s once ready, 1280 × 800: late or dropped pictures', measured: `${share.toFixed(2)} % (${log.late} late, ${log.dropped} dropped of ${log.frames}; worst ${log.worstMs.toFixed(0)} ms after due)`, bar: '< 1 %', held: share < 1 },
      { what: 'From the address to the first picture on the Bench, warm server', measured: `${opened} ms`, bar: 'told', held: true },
    ];
  } finally {
    await browser.close();
    server.kill();
  }
}

function start(root: string): Promise<ChildProcess> {
  const server = spawn('node', ['scripts/start.mjs', '--port', String(PORT), '--data', path.join(mkdtempSync(path.join(tmpdir(), 'oak-bench-')), 'data')], { cwd: root, stdio: ['ignore', 'pipe', 'inherit'] });
  return new Promise((resolve, reject) => {
    server.stdout!.on('data', (chunk: Buffer) => chunk.toString().includes('is ready at') && resolve(server));
    server.once('exit', () => reject(new Error('The server did not start.')));
  });
}
