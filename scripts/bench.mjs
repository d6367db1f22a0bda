// npm run bench -- PART [HOW MANY]: measures in one run and keeps the figures in docs/benchmarks.md. Without a part: compares all of them with what is kept.
import path from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { pathToFileURL } from 'node:url';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';

// Memory is read after it was tidied up.
setFlagsFromString('--expose-gc');
globalThis.gc = runInNewContext('gc');
await ensureInstalled();
await ensureChromium();
const { bundle } = await import('./bundle.mjs');
await bundle('bench/run.ts', 'dist/bench.mjs');
const { runBench } = await import(pathToFileURL(path.join(ROOT, 'dist/bench.mjs')).href);
process.exit((await runBench(ROOT, process.argv.slice(2))) ? 0 : 1);
