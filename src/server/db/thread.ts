// PGlite in a thread of its own: its statements are long stretches of WebAssembly, and pages must not wait for them.
import { parentPort, workerData } from 'node:worker_threads';
import { openFolder } from './open-folder';
import type { ThreadAnswer, ThreadRequest, ThreadStart } from './thread-protocol';

const port = parentPort!;
const { folder, empty } = workerData as ThreadStart;
const answer = (message: ThreadAnswer) => port.postMessage(message);

/** After a write that failed the database would never come back: what is told now is the last. */
function failedToWrite({ code, message }: NodeJS.ErrnoException): void {
  answer({ kind: 'failed-to-write', code: code ?? null, message });
  process.exit(1);
}

try {
  const db = await openFolder(folder, empty, failedToWrite);
  // An answer is sent after a flush that a whole group of commits shares; no commit flushes for itself.
  await db.exec('set synchronous_commit = off');
  port.on('message', async ({ id, kind, sql, params }: ThreadRequest) => {
    try {
      const rows = kind === 'query' ? (await db.query(sql, [...params])).rows : (await db.exec(sql), []);
      answer({ id, kind: 'rows', rows });
    } catch (error) {
      answer({ id, kind: 'error', message: (error as Error).message, code: (error as { code?: string }).code ?? null });
    }
  });
  answer({ kind: 'ready' });
} catch (error) {
  answer({ kind: 'failed-to-open', message: (error as Error).message || `The files in ${folder} cannot be read or written.` });
}
