// Installs the packages of the lockfile when they are missing or older than it.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT, run } from './run.mjs';

export async function ensureInstalled() {
  const wanted = createHash('sha256').update(readFileSync(path.join(ROOT, 'package-lock.json'))).digest('hex');
  const stamp = path.join(ROOT, 'node_modules', '.oak-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.error('Installing packages from the lockfile …');
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true });
  writeFileSync(stamp, wanted);
}
