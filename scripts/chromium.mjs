// Debian's Chromium, installed when it is missing: the interface's tests and measurements need a browser.
import { existsSync } from 'node:fs';
import { run } from './run.mjs';

export const CHROMIUM = '/usr/bin/chromium';

export async function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  console.error('Installing Chromium …');
  await run('apt-get', ['update', '-qq'], { quiet: true });
  await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } });
}
