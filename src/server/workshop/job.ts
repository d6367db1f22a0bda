/**
 * Heavy work that a child process does, so that the server keeps answering: what it is given and gives back goes by JSON. What it
 * finds wrong with its input is part of what it gives back; what it throws is a fault of its own.
 */
export type Job<Input = unknown, Output = unknown> = {
  readonly name: string;
  /** Milliseconds after which the child is ended. */
  readonly deadline: number;
  /** Bytes of memory beyond which the child is ended. */
  readonly memory: number;
  /** Who is served first: what somebody waits for with a screen that is empty, what somebody waits for, what comes when it comes. */
  readonly rank: 0 | 1 | 2;
  readonly run: (input: Input, tell: (piece: unknown) => Promise<void>) => Promise<Output>;
};

/** A definition that keeps the types of what goes in and out. */
export const job = <Input, Output>(definition: Job<Input, Output>): Job<Input, Output> => definition;

export type ToChild = { readonly name: string; readonly input: unknown };
export type FromChild =
  | { readonly kind: 'ready' }
  | { readonly kind: 'piece'; readonly piece: unknown }
  | { readonly kind: 'done'; readonly output: unknown }
  | { readonly kind: 'failed'; readonly message: string; readonly stack: string; readonly code: string | null };

/** A job was not done, and nobody's disk is to blame: the message is a sentence for whoever asked. */
export class NotDone extends Error {
  constructor(readonly reason: 'busy' | 'too-slow' | 'too-large' | 'ended', message: string) {
    super(message);
  }
}
