// The command line: bundled to plain JavaScript once, then started as it is.
import { pathToFileURL } from 'node:url';
import path from 'node:path';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';
import { remakeIfStale } from './stale.mjs';

await ensureInstalled();
await remakeIfStale('oak', ['src/core', 'src/bundle', 'src/cli', 'src/painter', 'scripts/bundle.mjs', 'package-lock.json'], 'dist/oak.mjs', async () => {
  const { bundle } = await import('./bundle.mjs');
  await bundle('src/cli/oak.ts', 'dist/oak.mjs');
});
await import(pathToFileURL(path.join(ROOT, 'dist', 'oak.mjs')).href);
