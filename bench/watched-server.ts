import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** A server as a person starts it, watched from outside. */
export type WatchedServer = {
  readonly address: string;
  readonly folder: string;
  /** Milliseconds until it said it was ready. */
  readonly began: number;
  readonly ask: (where: string, init?: { readonly method?: string; readonly body?: BodyInit; readonly type?: string }) => Promise<Response>;
  /** Bytes that its process has written, by its own count, and bytes that it holds in memory. */
  readonly written: () => number;
  readonly memory: () => number;
  /** The longest that its event loop was held since the last time it was asked, in milliseconds. */
  readonly held: () => Promise<number>;
  readonly kill: (signal?: NodeJS.Signals) => Promise<void>;
};

export async function startWatched(root: string, port: number, data?: string): Promise<WatchedServer> {
  const folder = data ?? mkdtempSync(path.join(tmpdir(), 'oak-bench-'));
  const loop = path.join(folder, '..', `${path.basename(folder)}.loop.json`);
  const begin = performance.now();
  const child = spawn('node', [...(process.env['OAK_PROF'] ? ['--cpu-prof', '--cpu-prof-dir=/tmp/prof'] : []), '--import', './bench/watch-loop.mjs', 'scripts/start.mjs', '--port', String(port), '--data', folder], { cwd: root, env: { ...process.env, OAK_LOOP: loop }, stdio: ['ignore', 'pipe', 'pipe'] });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  await new Promise<void>((resolve, reject) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('is ready at')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(said)));
  });
  const address = `http://127.0.0.1:${port}`;
  const proc = (what: string) => readFileSync(`/proc/${child.pid}/${what}`, 'utf8');
  return {
    address,
    folder,
    began: performance.now() - begin,
    ask: (where, { method = 'GET', body, type = 'application/json' } = {}) => fetch(`${address}${where}`, { method, ...(body === undefined ? {} : { body, duplex: 'half' }), headers: { origin: address, ...(body === undefined ? {} : { 'content-type': type }) } } as RequestInit),
    written: () => Number(/^write_bytes: (\d+)/m.exec(proc('io'))![1]),
    memory: () => Number(/^VmRSS:\s+(\d+)/m.exec(proc('status'))![1]) * 1024,
    async held() {
      rmSync(loop, { force: true });
      child.kill('SIGUSR2');
      while (!existsSync(loop) || readFileSync(loop, 'utf8') === '') await new Promise((resolve) => setTimeout(resolve, 2));
      return (JSON.parse(readFileSync(loop, 'utf8')) as { longest: number }).longest;
    },
    async kill(signal = 'SIGTERM') {
      child.kill(signal);
      await ended;
    },
  };
}
