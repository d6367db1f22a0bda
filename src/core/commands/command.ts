import type * as z from 'zod';
import type { Project } from '../model';
import type { ArgumentSchemas } from './arguments';
import type { Draft } from './change';
import type { KeyRef } from './target';
import type { Refused } from './refused';

/** What a command comes to: a draft, with what should be selected afterwards and what else should be said. */
export type Made = Draft & {
  readonly made?: readonly (string | KeyRef)[];
  /** What it did beside what it is called, in a sentence. */
  readonly told?: string;
  /** What may be done about it next, with the words of the button. */
  readonly offer?: { readonly words: string; readonly do: string; readonly with: object };
  /** How many keys of tracks were moved along, with keying off. */
  readonly moved?: number;
};

/** What a command is handed beside its arguments: the core has no chance. */
export type CommandContext = { readonly newId: () => string };

/**
 * An edit, whole: what it is called, what it needs, and what it comes to. The page, the command line and the tests do
 * all edits by this list. Its arguments are described by schemas that are handed in, so that a page which only runs it
 * carries no schema library.
 */
export type Command<E extends string, A extends object> = {
  /** `keys.move`, matched by prefix. */
  readonly event: E;
  readonly title: string;
  /** What it is about when it is about the project as a whole; all others are given the composition that is meant. */
  readonly about?: 'project';
  readonly args: (schemas: ArgumentSchemas) => z.ZodType<A>;
  /** Null where there is nothing to do: what is named is gone, locked, or so already. */
  readonly draft: (project: Project, args: A, context: CommandContext) => Made | Refused | null;
};

export function defineCommand<const E extends string, A extends object>(command: Command<E, A>): Command<E, A> {
  return command;
}
