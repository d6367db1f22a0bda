import { fromMemory } from '../../model';

/** An edit as it was done: the name of a command and its arguments. */
export type Step = {
  readonly do: string;
  readonly with: object;
  /** It goes on with the step before it: both are taken back by one undo. */
  readonly joins?: boolean;
};

/** Arguments that hold layers, compositions or media whole: one, or a list of them. */
const WHOLE: ReadonlySet<string> = new Set(['file', 'clip', 'files', 'assets', 'compositions', 'layers']);

/** A step as a line of a script: what is whole in it is written as a project file has it. */
export function stepLine({ do: event, with: args, joins }: Step): string {
  const written = Object.fromEntries(Object.entries(args).map(([name, value]: [string, unknown]) => {
    if (!WHOLE.has(name) || value === null || typeof value !== 'object') return [name, value];
    return [name, Array.isArray(value) ? value.map((one) => (typeof one === 'object' ? fromMemory(one) : one)) : fromMemory(value)];
  }));
  return JSON.stringify({ do: event, with: written, ...(joins ? { joins } : {}) });
}
