/** A verb of the command line, whole. */
export type Verb = {
  readonly name: string;
  readonly usage: string;
  readonly about: string;
  /** What goes to stdout, as JSON. */
  readonly run: (args: readonly string[]) => Promise<unknown>;
};
