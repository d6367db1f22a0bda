// npm run pictures: takes the pictures in docs/screenshots anew, from the demonstration as it comes.
import { mkdirSync, mkdtempSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM, ensureChromium } from './chromium.mjs';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';

await ensureInstalled();
await ensureChromium();
const { chromium } = await import('playwright-core');
const address = 'http://127.0.0.1:4393';
const server = spawn('node', ['scripts/start.mjs', '--port', '4393', '--data', path.join(mkdtempSync(path.join(tmpdir(), 'oak-pictures-')), 'data')], { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((resolve, reject) => {
  server.stdout.on('data', (chunk) => chunk.toString().includes('is ready at') && resolve());
  server.once('exit', () => reject(new Error('The server did not start.')));
});
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
try {
  const folder = path.join(ROOT, 'docs', 'screenshots');
  mkdirSync(folder, { recursive: true });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const settle = () => page.waitForTimeout(1500);
  const shot = (name) => page.screenshot({ path: path.join(folder, `${name}.png`) });
  await page.goto(address);
  await page.getByRole('link', { name: /Night tram launch/ }).waitFor();
  await settle();
  await shot('home');
  await page.goto(`${address}/projects/night-tram`);
  const field = page.getByRole('textbox', { name: 'Playhead' });
  await field.click();
  await page.keyboard.type('165');
  await page.keyboard.press('Enter');
  await page.locator('[data-ready="300"]').waitFor({ timeout: 60_000 });
  await settle();
  await shot('bench');
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'The way into this nest' }).waitFor();
  await page.getByRole('button', { name: 'Sway', exact: true }).click();
  await page.getByRole('button', { name: 'Unfold Sway' }).click();
  await settle();
  await shot('bench-inside-the-nest');
} finally {
  await browser.close();
  server.kill();
}
