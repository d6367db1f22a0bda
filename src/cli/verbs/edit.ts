import path from 'node:path';
import { doSteps, type GivenStep } from '../edit/do-steps';
import { mediaOver } from '../media';
import { openFile } from '../open-project';
import { needed, readOptions } from '../options';
import { readText } from '../read-file';
import { Refusal, WrongUsage } from '../refusal';
import { saveProject } from '../save-project';
import type { Verb } from '../verb';

const usage = 'edit FILE --do EVENT --with JSON_OR_@FILE --out FILE2 (or --script STEPS.jsonl)';

export const edit: Verb = {
  name: 'edit',
  usage,
  about: 'edits of the list `commands`, one or a script of them: all or nothing',
  async run(args) {
    const text = { type: 'string' } as const;
    const { values: given, positionals } = readOptions(args, { do: text, with: text, script: text, out: text }, 1, usage);
    const out = needed(given.out, 'out', usage);
    if ((given.do === undefined) === (given.script === undefined)) throw new WrongUsage(`Either --do or --script says what to do.\nUsage: ${usage}`);
    if (given.script !== undefined && given.with !== undefined) throw new WrongUsage(`A script holds its arguments itself; leave --with out.\nUsage: ${usage}`);
    const steps = given.script === undefined ? [await oneStep(given.do!, given.with)] : await readScript(given.script);
    const { project, media: under, zip } = await openFile(positionals[0]!);
    const media = mediaOver(under);
    const done = await doSteps(project, steps, media);
    await saveProject(done.project, media, out, { place: positionals[0]!, zip });
    return { done: done.words, out };
  },
};

async function oneStep(event: string, given: string | undefined): Promise<GivenStep> {
  if (given === undefined) return { do: event, with: {}, folder: process.cwd(), words: event };
  const isFile = given.startsWith('@');
  const folder = isFile ? path.dirname(path.resolve(given.slice(1))) : process.cwd();
  return { do: event, with: parse(isFile ? await readText(given.slice(1)) : given, '--with'), folder, words: event };
}

async function readScript(file: string): Promise<readonly GivenStep[]> {
  const folder = path.dirname(path.resolve(file));
  const lines = (await readText(file)).split('\n');
  const steps = lines.flatMap((line, i): readonly GivenStep[] => {
    if (line.trim() === '') return [];
    const place = `${file}, line ${i + 1}`;
    const step = parse(line, place) as { readonly do?: unknown; readonly with?: unknown; readonly joins?: unknown };
    if (step === null || typeof step !== 'object' || typeof step.do !== 'string' || Object.keys(step).some((key) => !['do', 'with', 'joins'].includes(key)) || !['boolean', 'undefined'].includes(typeof step.joins)) throw new Refusal(`${place}: a step is {"do": EVENT, "with": {…}}.`);
    return [{ do: step.do, with: step.with ?? {}, joins: step.joins === true, folder, words: `${place}, ${step.do}` }];
  });
  if (steps.length === 0) throw new Refusal(`${file} holds no step.`);
  return steps;
}

function parse(text: string, place: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    const [, at] = /position (\d+)/.exec((error as Error).message) ?? [];
    throw new Refusal(`${place} is no JSON: it cannot be read ${at === undefined ? 'to its end' : `from character ${Number(at) + 1} on (“${text.slice(Number(at), Number(at) + 12)}”)`}.`);
  }
}
