import { fsyncSync } from 'node:fs';
import type { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** Of the database's own file layer, what is added to. */
type Stream = { readonly nfd: number };
export type FileLayer = {
  readonly stream_ops: {
    fsync?: (stream: Stream) => void;
    write: (stream: Stream, buffer: Uint8Array, offset: number, length: number, position: number) => number;
  };
};

/** A write or a flush of the database's files did not happen. */
export type FailedWrite = (error: NodeJS.ErrnoException) => void;

/** The file layer's own numbers for what a system says. */
const CODES: Readonly<Record<number, string>> = { 2: 'EACCES', 19: 'EDQUOT', 29: 'EIO', 33: 'EMFILE', 41: 'ENFILE', 51: 'ENOSPC', 63: 'EPERM', 69: 'EROFS' };

/** A failure by the name that the system has for it: the file layer throws bare numbers. */
function named(error: NodeJS.ErrnoException): NodeJS.ErrnoException {
  const code = error.code ?? CODES[error.errno ?? -1];
  return Object.assign(new Error(error.message ?? code ?? 'a write failed'), code === undefined ? {} : { code });
}

/**
 * The database's folder with flushes that reach the disk. The database orders them itself, as it would on any machine (its log
 * before an answer, everything else before old log goes); its file layer for Node only has no flush to pass them on to.
 * A write or a flush that fails is told at once: after one the database cannot go on, and would not come back to say so.
 */
export class FlushedFolder extends NodeFS {
  readonly #failed: FailedWrite;

  constructor(folder: string, failed: FailedWrite) {
    super(folder);
    this.#failed = failed;
  }

  override async init(pg: PGlite, options: Parameters<NodeFS['init']>[1]): ReturnType<NodeFS['init']> {
    const made = await super.init(pg, options);
    const layered = (module: { readonly NODEFS: FileLayer }) => this.layer(module.NODEFS);
    return { ...made, emscriptenOpts: { ...made.emscriptenOpts, preRun: [...(made.emscriptenOpts.preRun ?? []), layered] } } as Awaited<ReturnType<NodeFS['init']>>;
  }

  /** Adds the flush, and watches over writing. */
  protected layer({ stream_ops: files }: FileLayer): void {
    const watched = <A extends readonly unknown[], R>(work: (...args: A) => R) => (...args: A): R => {
      try {
        return work(...args);
      } catch (error) {
        this.#failed(named(error as NodeJS.ErrnoException));
        throw error;
      }
    };
    files.write = watched(files.write);
    files.fsync = watched(({ nfd }: Stream) => fsyncSync(nfd));
  }
}
