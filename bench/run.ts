import { fork } from 'node:child_process';
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
import { measureLog } from './log';
import { measurePlaying } from './playing';
import { measureSampling } from './sampling';
import { measureScene } from './scene';
import { keptRows, worseThanKept } from './compared';
import type { Figure } from './seeded';
import { measureTime } from './time';
import { measureTyped } from './typed';
import { measureWriters } from './writers';

type Part = { readonly name: string; readonly title: string; /** It takes more than five minutes, and is measured by its name alone. */ readonly long?: true; readonly measure: (root: string, many?: number) => Promise<readonly Figure[]> };

/** What can be measured by itself; each keeps a table of its own. */
const PARTS: readonly Part[] = [
  { name: 'hand', title: 'Under the hand', measure: async (root) => [...measureSampling(), ...measureEvaluation(), ...measureComposedMap(), ...measureGrowth(), ...measureScene(), ...(await measurePlaying(root)), ...(await measureHand(root))] },
  { name: 'keying', title: 'Keying', measure: measureKeying },
  { name: 'time', title: 'Time', measure: measureTime },
  { name: 'formulas', title: 'Formulas', measure: measureFormulas },
  { name: 'gestures', title: 'What a gesture costs the server', measure: measureGestures },
  { name: 'writers', title: 'What an acknowledgement costs', measure: measureWriters },
  { name: 'kill', title: 'Kills', long: true, measure: measureKills },
  { name: 'attacks', title: 'Attacks', measure: measureAttacks },
  { name: 'log', title: 'A long log', long: true, measure: measureLog },
  { name: 'typed', title: 'Typed in haste', long: true, measure: measureTyped },
  { name: 'fuzz', title: 'Spoiled input', long: true, measure: measureFuzz },
];

const HEAD = `# Measured

Each table is one run of a part: \`npm run bench -- kill 200\`. Without a name every part under five minutes is compared with what
stands here, and what got worse by more than a tenth in both of two runs is named. These machines are noisy: ratios are taken
within the run, each side as the best of a few rounds.
`;

/** Measures a part in one run, prints it, and keeps it in docs/benchmarks.md in the place of its last table. Without a name all that are not long are compared with what is kept. */
export async function runBench(root: string, [name, many]: readonly string[] = []): Promise<boolean> {
  if (name === undefined) return compareAll(root);
  const part = PARTS.find((one) => one.name === name);
  if (!part) {
    console.error(`There is no part “${name}”; there are ${PARTS.map((one) => one.name).join(', ')}.`);
    return false;
  }
  const figures = await part.measure(root, ...(many === undefined ? [] : [Number(many)]));
  if (process.send) {
    await new Promise((told) => process.send!(figures, undefined, undefined, told));
    return true;
  }
  const table = tableOf(part, figures, many);
  console.log(table);
  const file = path.join(root, 'docs', 'benchmarks.md');
  const tables = new Map(readFileSync(file, 'utf8').split(/^(?=## )/m).slice(1).map((one) => [one.slice(3, one.indexOf('\n')), one.trimEnd()]));
  tables.set(part.title, table.trimEnd());
  writeFileSync(file, `${[HEAD.trimEnd(), ...PARTS.flatMap(({ title }) => tables.get(title) ?? [])].join('\n\n')}\n`);
  return figures.every((figure) => figure.held);
}

function tableOf({ name, title }: Part, figures: readonly Figure[], many?: string): string {
  const rows = figures.map(({ what, measured, bar, held }) => `| ${what} | ${measured} | ${bar} | ${bar === 'told' ? '' : held ? 'held' : 'missed'} |`);
  const when = `${new Date().toISOString().slice(0, 10)}, Node ${process.version}, ${cpus().length} cores (${cpus()[0]?.model.trim() ?? 'unknown'})${name === 'hand' ? ', Chromium without a graphics card' : ''}`;
  return [`## ${title}`, '', `\`npm run bench -- ${[name, many].filter((word) => word !== undefined).join(' ')}\`, ${when}.`, '', '| what | measured | bar | |', '| --- | --- | --- | --- |', ...rows, ''].join('\n');
}

/** A part in a process of its own, as it is measured by its name: what others ran before has made the machine ready for other work than this. */
function measuredApart(root: string, { name }: Part): Promise<readonly Figure[]> {
  const child = fork(path.join(root, 'scripts', 'bench.mjs'), [name]);
  return new Promise((resolve, reject) => {
    child.once('message', (figures) => resolve(figures as readonly Figure[]));
    child.once('error', reject);
    child.once('exit', (code) => reject(new Error(`The part “${name}” ended with ${code} before it told its figures.`)));
  });
}

/** Measures everything that is not long and names what got worse by more than a tenth; what did is measured once more, for it must in both. Nothing is kept. */
async function compareAll(root: string): Promise<boolean> {
  const kept = keptRows(readFileSync(path.join(root, 'docs', 'benchmarks.md'), 'utf8'));
  const worse: string[] = [];
  for (const part of PARTS.filter(({ long }) => !long)) {
    const figures = await measuredApart(root, part);
    console.log(tableOf(part, figures));
    const first = worseThanKept(kept, figures);
    if (first.length === 0) continue;
    console.log(`Measured once more, for ${first.length === 1 ? 'one figure is' : `${first.length} figures are`} worse than what is kept.\n`);
    const again = worseThanKept(kept, await measuredApart(root, part));
    for (const { what, was, is } of again) if (first.some((one) => one.what === what)) worse.push(`${what}: it was ${was}, it is ${is}`);
  }
  console.log(worse.length === 0 ? 'Nothing got worse by more than a tenth in both of two runs.' : `Worse by more than a tenth in both of two runs:\n${worse.map((line) => `- ${line}`).join('\n')}`);
  return worse.length === 0;
}
