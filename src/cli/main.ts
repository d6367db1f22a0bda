import { sayFault } from '../core/model';
import { Refusal, WrongUsage } from './refusal';
import type { Verb } from './verb';
import { bake } from './verbs/bake';
import { check } from './verbs/check';
import { commands } from './verbs/commands';
import { edit } from './verbs/edit';
import { render } from './verbs/render';
import { sourcetime } from './verbs/sourcetime';
import { values } from './verbs/values';

const VERBS: readonly Verb[] = [values, sourcetime, check, bake, render, commands, edit];

function help(): string {
  const width = Math.max(...VERBS.map((verb) => verb.usage.length));
  return `Usage: npm run --silent oak -- <verb> …\n${VERBS.map((verb) => `  ${verb.usage.padEnd(width)}  ${verb.about}`).join('\n')}\n`;
}

/** Runs one command: its result to `out` as JSON, words to `err`; answers the exit code (0 done, 1 refused, 2 wrong usage). */
export async function run(argv: readonly string[], out: (text: string) => void, err: (text: string) => void): Promise<0 | 1 | 2> {
  const [name, ...args] = argv;
  const verb = VERBS.find((one) => one.name === name);
  if (!verb) {
    err(name === undefined || name === 'help' || name === '--help' ? help() : `There is no verb “${name}”.\n${help()}`);
    return name === 'help' || name === '--help' ? 0 : 2;
  }
  try {
    out(`${JSON.stringify(await verb.run(args))}\n`);
    return 0;
  } catch (error) {
    if (error instanceof WrongUsage) err(`${error.message}\n`);
    else if (error instanceof Refusal) err(`${error.message}\n`);
    else if (error instanceof RangeError && /call stack/i.test(error.message)) err('The project nests too deep for this machine.\n');
    else {
      // Whoever mends the program needs more than whoever uses it.
      if (process.env['OAK_TRACE']) console.error(error);
      err(`This could not be done: ${sayFault(error)}.\n`);
    }
    return error instanceof WrongUsage ? 2 : 1;
  }
}
