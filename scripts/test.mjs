// npm test: installs what it needs, then lint, types, unit tests, golden cases, and the journeys in a browser.
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled } from './installed.mjs';
import { ensureChromium } from './chromium.mjs';
import { ROOT } from './run.mjs';

/** Runs a part and tells how many checks passed and failed; a part without a report counts as one check. */
async function part(name, command, args, report) {
  console.log(`\n── ${name}`);
  const file = report && path.join(ROOT, '.cache', report);
  if (file) rmSync(file, { force: true });
  const code = await new Promise((resolve) => {
    spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } }).once('exit', (status) => resolve(status ?? 1));
  });
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
  results.push(await part('Types', 'npx', ['--no-install', 'tsc', '--noEmit']));
  results.push(await part('Lint', 'npx', ['--no-install', 'eslint', '.']));
  results.push(await part('Units and golden cases', 'npx', vitest('vitest.config.ts', 'units.json'), 'units.json'));
  await buildPages();
  results.push(await part('Journeys in the browser', 'npx', vitest('vitest.e2e.config.ts', 'journeys.json'), 'journeys.json'));
} catch (error) {
  console.error(error.message);
  results.push({ passed: 0, failed: 1 });
}
const sum = (field) => results.reduce((total, one) => total + one[field], 0);
console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`);
process.exit(sum('failed') > 0 || sum('passed') === 0 ? 1 : 0);
