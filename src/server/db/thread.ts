// PGlite in a thread of its own: its statements are long stretches of WebAssembly, and pages must not wait for them.
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import type { ThreadAnswer, ThreadRequest, ThreadStart } from './thread-protocol';

const port = parentPort!;
const { folder, empty } = workerData as ThreadStart;
const answer = (message: ThreadAnswer) => port.postMessage(message);

const isNew = !existsSync(path.join(folder, 'PG_VERSION'));
const prepared = isNew && empty !== null && existsSync(empty) ? { loadDataDir: new Blob([readFileSync(empty)]) } : {};

try {
  const db = await PGlite.create(folder, prepared);
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
  // The database's own file system throws bare numbers.
  answer({ kind: 'failed-to-open', message: (error as Error).message || `its files in ${folder} cannot be read or written` });
}
