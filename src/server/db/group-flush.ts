import type { Connection } from './connection';

/** The database's log up to here is flushed; answers where it ends, in bytes. */
const FLUSH = `select (pg_logical_emit_message(false, 'flush', '', true) - '0/0'::pg_lsn)::text as "end"`;

/** After so much log, everything is brought to its place in the files, and the log before may be used again. */
const CHECKPOINT_EVERY = 32_000_000;

type InLine = <T>(work: () => Promise<T>) => Promise<T>;

/** Flushes for whole groups of commits: those that wait while one flush is on its way share the next. A flush that fails fails all who wait for it. */
export function groupFlush(connection: Connection, inLine: InLine): { readonly committed: () => void; readonly flushed: () => Promise<void> } {
  let commits = 0;
  let onDisk = 0;
  let running: Promise<void> | null = null;
  let checkpointAt: number | null = null;

  /** Nobody else orders checkpoints: the database runs alone, without the processes that would. */
  function checkpointAfter(end: number): void {
    checkpointAt ??= end + CHECKPOINT_EVERY;
    if (end < checkpointAt) return;
    checkpointAt = end + CHECKPOINT_EVERY;
    // One that fails is told by the connection, to whoever asks next.
    inLine(() => connection.exec('checkpoint')).catch(() => undefined);
  }

  const flush = () => inLine(async () => {
    // Those that commit while this flush waits in line are in it.
    const reached = commits;
    const [row] = (await connection.query(FLUSH, [])) as readonly { readonly end: string }[];
    onDisk = reached;
    checkpointAfter(Number(row!.end));
  });

  return {
    committed: () => void commits++,
    async flushed() {
      const wanted = commits;
      while (onDisk < wanted) await (running ??= flush().finally(() => (running = null)));
    },
  };
}
