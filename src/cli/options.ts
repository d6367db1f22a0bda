import { parseArgs, type ParseArgsConfig } from 'node:util';
import { WrongUsage } from './refusal';

/** The words and options of a verb, or the usage when they do not fit. */
export function readOptions<T extends NonNullable<ParseArgsConfig['options']>>(args: readonly string[], options: T, positionals: number, usage: string) {
  try {
    const parsed = parseArgs({ args: joinNegatives(args), options, allowPositionals: true, strict: true });
    if (parsed.positionals.length !== positionals) throw new Error('');
    return parsed;
  } catch (error) {
    const why = error instanceof Error && error.message !== '' ? `${error.message.split('. ')[0]}.\n` : '';
    throw new WrongUsage(`${why}Usage: ${usage}`);
  }
}

/** `--frames -5..10` is meant as it reads; the parser would take the range for another option. */
function joinNegatives(args: readonly string[]): string[] {
  return args.reduce<string[]>((joined, arg) => {
    const before = joined[joined.length - 1];
    if (/^-\d/.test(arg) && before?.startsWith('--') && !before.includes('=')) return [...joined.slice(0, -1), `${before}=${arg}`];
    return [...joined, arg];
  }, []);
}

export function needed(value: string | undefined, name: string, usage: string): string {
  if (value === undefined || value === '') throw new WrongUsage(`--${name} is missing.\nUsage: ${usage}`);
  return value;
}
