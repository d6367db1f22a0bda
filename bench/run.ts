import { readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import path from 'node:path';
import { measureAttacks } from './attacks';
import { measureComposedMap } from './composed-map';
import { measureEvaluation } from './evaluation';
import { measureFormulas } from './formulas';
import { measureFuzz } from './fuzz';
import { measureGestures } from './gestures';
import { measureGrowth } from './growth';
import { measureHand } from './hand';
import { measureKeying } from './keying';
import { measureKills } from './kill';
import { measurePlaying } from './playing';
import { measureSampling } from './sampling';
import { measureScene } from './scene';
import type { Figure } from './seeded';
import { measureTime } from './time';
import { measureWriters } from './writers';

type Part = { readonly name: string; readonly title: string; readonly measure: (root: string, many?: number) => Promise<readonly Figure[]> };

/** What can be measured by itself; each keeps a table of its own. The first is what is measured when no name is given. */
const PARTS: readonly Part[] = [
  { name: 'hand', title: 'Under the hand', measure: async (root) => [...measureSampling(), ...measureEvaluation(), ...measureComposedMap(), ...measureGrowth(), ...measureScene(), ...(await measurePlaying(root)), ...(await measureHand(root))] },
  { name: 'keying', title: 'Keying', measure: measureKeying },
  { name: 'time', title: 'Time', measure: measureTime },
  { name: 'formulas', title: 'Formulas', measure: measureFormulas },
  { name: 'gestures', title: 'What a gesture costs the server', measure: measureGestures },
  { name: 'writers', title: 'What an acknowledgement costs', measure: measureWriters },
  { name: 'kill', title: 'Kills', measure: measureKills },
  { name: 'attacks', title: 'Attacks', measure: measureAttacks },
  { name: 'fuzz', title: 'Spoiled input', measure: measureFuzz },
];

const HEAD = `# Measured

Each table is one run of \`npm run bench\`, or of a part of it: \`npm run bench -- kill 200\`. These machines are noisy: ratios are taken
within the run, each side as the best of a few rounds.
`;

/** Measures a part in one run (all of \`hand\` when none is named), prints it, and keeps it in docs/benchmarks.md in the place of its last table. */
export async function runBench(root: string, [name = 'hand', many]: readonly string[] = []): Promise<boolean> {
  const part = PARTS.find((one) => one.name === name);
  if (!part) {
    console.error(`There is no part “${name}”; there are ${PARTS.map((one) => one.name).join(', ')}.`);
    return false;
  }
  const figures = await part.measure(root, ...(many === undefined ? [] : [Number(many)]));
  const rows = figures.map(({ what, measured, bar, held }) => `| ${what} | ${measured} | ${bar} | ${bar === 'told' ? '' : held ? 'held' : 'missed'} |`);
  const when = `${new Date().toISOString().slice(0, 10)}, Node ${process.version}, ${cpus().length} cores (${cpus()[0]?.model.trim() ?? 'unknown'})${name === 'hand' ? ', Chromium without a graphics card' : ''}`;
  const table = [`## ${part.title}`, '', `\`npm run bench -- ${[name, many].filter((word) => word !== undefined).join(' ')}\`, ${when}.`, '', '| what | measured | bar | |', '| --- | --- | --- | --- |', ...rows, ''].join('\n');
  console.log(table);
  const file = path.join(root, 'docs', 'benchmarks.md');
  const tables = new Map(readFileSync(file, 'utf8').split(/^(?=## )/m).slice(1).map((one) => [one.slice(3, one.indexOf('\n')), one.trimEnd()]));
  tables.set(part.title, table.trimEnd());
  writeFileSync(file, `${[HEAD.trimEnd(), ...PARTS.flatMap(({ title }) => tables.get(title) ?? [])].join('\n\n')}\n`);
  return figures.every((figure) => figure.held);
}
