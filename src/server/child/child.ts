// A child of the workshop: does one job at a time, and ends with the server.
import { Worker } from 'node:worker_threads';
import type { FromChild, ToChild } from '../workshop';
import { JOBS } from './jobs';

const say = (message: FromChild) => new Promise<void>((resolve) => process.send!(message, undefined, undefined, () => resolve()));

// A job may hold this thread for good: a thread beside it looks whether the server is still there.
new Worker(`const server = process.ppid; setInterval(() => process.ppid !== server && process.kill(process.pid, 'SIGKILL'), 500);`, { eval: true }).unref();
process.on('disconnect', () => process.exit());
process.on('message', async ({ name, input }: ToChild) => {
  try {
    const job = JOBS.find((one) => one.name === name)!;
    const output = await job.run(input, (piece) => say({ kind: 'piece', piece }));
    await say({ kind: 'done', output });
  } catch (error) {
    const { message, stack, code } = error as NodeJS.ErrnoException;
    await say({ kind: 'failed', message, stack: stack ?? message, code: code ?? null });
  }
});
void say({ kind: 'ready' });
