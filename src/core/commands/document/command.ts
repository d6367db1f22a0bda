import type * as z from 'zod';
import type { Project } from '../../model';
import type { ArgumentSchemas } from './arguments';
import type { Made } from './made';
import type { Refused } from './refused';

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
