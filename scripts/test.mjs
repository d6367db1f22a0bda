// npm test: installs what it needs, then lint, types, unit tests, golden cases, and the journeys in a browser.
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled } from './installed.mjs';
import { ensureChromium } from './chromium.mjs';
import { ROOT } from './run.mjs';

/** Runs a part and tells how many checks passed and failed; a part without a report counts as one check. What several say at once is kept apart, and told when each ends. */
async function part(name, command, args, { report = null, apart = false } = {}) {
  if (!apart) console.log(`\n── ${name}`);
  const file = report && path.join(ROOT, '.cache', report);
  if (file) rmSync(file, { force: true });
  const said = [];
  const code = await new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: apart ? ['ignore', 'pipe', 'pipe'] : 'inherit', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => said.push(chunk));
    child.once('close', (status) => resolve(status ?? 1));
  });
  if (apart) console.log(`\n── ${name}\n${Buffer.concat(said).toString().trim()}`);
  if (!file) return { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 };
  let counted = { numPassedTests: 0, numFailedTests: 0 };
  try {
    counted = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    console.error(`${name} left no report.`);
  }
  const failed = counted.numFailedTests;
  return { passed: counted.numPassedTests, failed: code !== 0 && failed === 0 ? 1 : failed };
}

await ensureInstalled();
await ensureChromium();
const { buildDatabase, buildPages } = await import('./build.mjs');
const vitest = (config, report) => ['--no-install', 'vitest', 'run', '--config', config, '--reporter=default', '--reporter=json', `--outputFile.json=.cache/${report}`];

const results = [];
try {
  await buildDatabase();
  // What reads the sources alone goes on while the pages are built.
  const alone = (name, command, ...args) => part(name, 'npx', ['--no-install', command, ...args], { apart: true });
  const [types, lint] = await Promise.all([alone('Types', 'tsc', '--noEmit'), alone('Lint', 'eslint', '.'), buildPages()]);
  results.push(types, lint);
  results.push(await part('Units and golden cases', 'npx', vitest('vitest.config.ts', 'units.json'), { report: 'units.json' }));
  results.push(await part('Journeys in the browser', 'npx', vitest('vitest.e2e.config.ts', 'journeys.json'), { report: 'journeys.json' }));
} catch (error) {
  console.error(error.message);
  results.push({ passed: 0, failed: 1 });
}
const sum = (field) => results.reduce((total, one) => total + one[field], 0);
console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`);
process.exit(sum('failed') > 0 || sum('passed') === 0 ? 1 : 0);
