import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import path from 'node:path';
import { measureComposedMap } from './composed-map';
import { measureEvaluation } from './evaluation';
import { measureGrowth } from './growth';
import { measureHand } from './hand';
import { measurePlaying } from './playing';
import { measureSampling } from './sampling';
import { measureScene } from './scene';

/** Measures everything in one run, prints it, and keeps it in docs/benchmarks.md. */
export async function runBench(root: string): Promise<boolean> {
  const figures = [...measureSampling(), ...measureEvaluation(), ...measureComposedMap(), ...measureGrowth(), ...measureScene(), ...(await measurePlaying(root)), ...(await measureHand(root))];
  const rows = figures.map(({ what, measured, bar, held }) => `| ${what} | ${measured} | ${bar} | ${bar === 'told' ? '' : held ? 'held' : 'missed'} |`);
  const text = [
    '# Measured', '',
    `One run of \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, Node ${process.version}, ${cpus().length} cores (${cpus()[0]?.model.trim() ?? 'unknown'}), Chromium without a graphics card.`,
    'These machines are noisy: ratios are taken within the run, each side as the best of a few rounds.', '',
    '| what | measured | bar | |', '| --- | --- | --- | --- |', ...rows, '',
  ].join('\n');
  console.log(text);
  writeFileSync(path.join(root, 'docs', 'benchmarks.md'), text);
  return figures.every((figure) => figure.held);
}
