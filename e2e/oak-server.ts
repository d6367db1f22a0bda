import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';

const ROOT = path.join(import.meta.dirname, '..');

export type OakServer = { readonly address: string; readonly kill: (signal?: NodeJS.Signals) => Promise<void>; readonly said: () => string };

/** Starts the program as a person does, on a port and a data folder of its own, and waits until it says it is ready. */
export function startOak(port: number, data: string): Promise<OakServer> {
  const child: ChildProcess = spawn('node', ['scripts/start.mjs', '--port', String(port), '--data', data], { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const server: OakServer = {
    address: `http://127.0.0.1:${port}`,
    said: () => said,
    kill: async (signal = 'SIGTERM') => {
      child.kill(signal);
      await ended;
    },
  };
  return new Promise((resolve, reject) => {
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('is ready at')) resolve(server);
    };
    child.stdout!.on('data', hear);
    child.stderr!.on('data', hear);
    void ended.then(() => reject(new Error(`The server ended before it was ready:\n${said}`)));
  });
}
