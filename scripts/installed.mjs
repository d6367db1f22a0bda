// Installs the packages of the lockfile when they are missing or older than it.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { takeGuard } from './guard.mjs';
import { ROOT, run } from './run.mjs';

/** Installs once: whoever comes while another installs waits for it, and finds it done. */
export async function ensureInstalled() {
  const wanted = createHash('sha256').update(readFileSync(path.join(ROOT, 'package-lock.json'))).digest('hex');
  const stamp = path.join(ROOT, 'node_modules', '.oak-lock');
  const isThere = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
  if (isThere()) return;
  let letGo = await takeGuard(ROOT, 'install');
  if (!letGo) console.error('Waiting for another Oak Tumble that is installing packages …');
  while (!letGo) {
    await new Promise((resolve) => setTimeout(resolve, 200));
    letGo = await takeGuard(ROOT, 'install');
  }
  try {
    if (isThere()) return;
    console.error('Installing packages from the lockfile …');
    await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true });
    writeFileSync(stamp, wanted);
  } finally {
    letGo();
  }
}
