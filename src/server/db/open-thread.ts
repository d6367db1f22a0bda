import { Worker } from 'node:worker_threads';
import type { Connection } from './connection';
import type { ThreadAnswer, ThreadRequest, ThreadStart } from './thread-protocol';

/** A connection to a thread, which may die. */
export type ThreadConnection = Connection & {
  /** Why the thread is no more; null while it lives. */
  readonly dead: () => Error | null;
  /** Ends the thread, and waits until nobody has the folder open. */
  readonly end: () => Promise<void>;
};

/** Starts the database's thread and waits until it is open. A thread that dies, or could not write, fails everything that waits for it. */
export async function openThread(script: string, start: ThreadStart): Promise<ThreadConnection> {
  const worker = new Worker(script, { workerData: start });
  worker.unref();
  const waiting = new Map<number, { resolve: (rows: readonly unknown[]) => void; reject: (error: Error) => void }>();
  let dead: Error | null = null;
  let next = 1;
  const fail = (error: Error) => {
    // The first reason is the reason.
    dead ??= error;
    for (const { reject } of waiting.values()) reject(dead);
    waiting.clear();
  };
  await new Promise<void>((resolve, reject) => {
    worker.on('message', (message: ThreadAnswer) => {
      switch (message.kind) {
        case 'ready': return resolve();
        case 'failed-to-open': return reject(new Error(message.message));
        case 'failed-to-write': {
          const error = Object.assign(new Error(`The database could not be written: ${message.message}`), { code: message.code });
          fail(error);
          return reject(error);
        }
        case 'rows': waiting.get(message.id)?.resolve(message.rows); break;
        case 'error': waiting.get(message.id)?.reject(Object.assign(new Error(message.message), { code: message.code })); break;
      }
      waiting.delete(message.id);
    });
    worker.on('error', (error) => {
      fail(error);
      reject(error);
    });
    worker.on('exit', (code) => {
      fail(new Error(`The database's thread ended (${code}).`));
      reject(dead!);
    });
  }).catch(async (error: unknown) => {
    // Whoever tries again must be alone with the folder.
    await worker.terminate();
    throw error;
  });
  const ask = (kind: ThreadRequest['kind'], sql: string, params: readonly unknown[]) => new Promise<readonly unknown[]>((resolve, reject) => {
    if (dead) return reject(dead);
    const id = next++;
    waiting.set(id, { resolve, reject });
    worker.postMessage({ id, kind, sql, params } satisfies ThreadRequest);
  });
  return { query: (sql, params) => ask('query', sql, params), exec: async (sql) => void (await ask('exec', sql, [])), dead: () => dead, end: async () => void (await worker.terminate()) };
}
