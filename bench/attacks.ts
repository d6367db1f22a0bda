import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { rmSync } from 'node:fs';
import { attackAddresses, attackLock, LARGE_BODIES } from './doors';
import { hostileFiles, knotted, promising, texts } from '../tests/support/attacks';
import type { Figure } from './seeded';
import { startWatched, type WatchedServer } from './watched-server';

/** What others notice while somebody sends what is small and takes much: how long a plain request waits, and what the server holds in memory. */
export async function measureAttacks(root: string): Promise<readonly Figure[]> {
  const server = await startWatched(root, 4384);
  const figures: Figure[] = [];
  const attack = async (what: string, work: () => Promise<string>, wanted = /^(?!.*(^|, )5\d\d)/, most = 500) => {
    const watch = watchOthers(root, server);
    const begin = performance.now();
    const told = await work();
    const { longest, memory, refused } = await watch.end();
    figures.push({ what: `${what}: a plain request meanwhile waited at most`, measured: `${Math.round(longest)} ms (memory ${Math.round(memory / 1e6)} MB; over after ${((performance.now() - begin) / 1000).toFixed(1)} s: ${told})`, bar: `≤ ${most} ms, < 1.5 GB, no 5xx`, held: longest <= most && memory < 1_500_000_000 && refused === 0 && wanted.test(told) });
  };
  const send = async (body: Buffer) => {
    const answer = await server.ask('/api/import', { method: 'POST', body: new Uint8Array(body), type: 'application/octet-stream' });
    const { message } = (await answer.json()) as { message?: string };
    return `${answer.status}${message === undefined ? '' : ` ${message.slice(0, 70)}`}`;
  };
  const bring = async (film: object) => {
    const answer = await server.ask('/api/import', { method: 'POST', body: JSON.stringify(film), type: 'application/octet-stream' });
    if (answer.status !== 201) throw new Error(await answer.text());
    return ((await answer.json()) as { id: string }).id;
  };
  const still = async (id: string) => `${(await server.ask(`/api/projects/${id}/still`)).status}`;
  try {
    for (const [what, body] of Object.entries(hostileFiles(1))) await attack(what, () => send(body));
    const [knots, letters] = [await bring(knotted(12, 8)), await bring(texts(5000))];
    await attack('A still of nests that are knotted 12 deep, 8 wide', () => still(knots));
    await attack('A still of 5,000 texts', () => still(letters));
    await attack('40 stills at once of the same project, of which none is painted', async () => [...new Set(await Promise.all(Array.from({ length: 40 }, () => still('night-tram'))))].join(', '), /^200$/);
    const copies = await Promise.all(Array.from({ length: 20 }, async () => ((await (await server.ask('/api/projects/night-tram/duplicate', { method: 'POST' })).json()) as { id: string }).id));
    await attack('40 stills at once of 20 projects', async () => [...new Set(await Promise.all(copies.flatMap((id) => [still(id), still(id)])))].join(', '), /^200$/);
    await attack('A body of 450 MB that is no project', () => send(randomBytes(450_000_000)));
    await attack('20 media of 60 MB that are none', async () => [...new Set(await Promise.all(Array.from({ length: 20 }, async () => `${(await server.ask('/api/media', { method: 'POST', body: new Uint8Array(60_000_000), type: 'image/png' })).status}`)))].join(', '));
    await attack('A picture that promises 60,000 × 60,000 px', async () => `${(await server.ask('/api/media', { method: 'POST', body: new Uint8Array(promising(60_000, 60_000)), type: 'image/png' })).status}`);
    for (const { what, body } of LARGE_BODIES) {
      const text = body();
      await attack(`A body of ${what}`, async () => { const answer = await server.ask('/api/projects/night-tram/changes', { method: 'POST', body: text }); return `${answer.status}`; }, undefined, 100);
    }
    figures.push(...(await attackAddresses(server)), ...(await attackLock(root)));
    return figures;
  } finally {
    await server.kill();
    rmSync(server.folder, { recursive: true });
  }
}

/** Asks something plain ten times a second from another process, and reads the server's memory. */
function watchOthers(root: string, server: WatchedServer): { readonly end: () => Promise<{ readonly longest: number; readonly memory: number; readonly refused: number }> } {
  const child = spawn('node', ['bench/watch-others.mjs', server.address], { cwd: root, stdio: ['pipe', 'pipe', 'inherit'] });
  let told = '';
  child.stdout.on('data', (chunk: Buffer) => (told += chunk.toString()));
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  let memory = 0;
  const looking = setInterval(() => (memory = Math.max(memory, server.memory())), 50);
  return {
    async end() {
      child.stdin.end();
      await ended;
      clearInterval(looking);
      return { ...(JSON.parse(told) as { longest: number; refused: number }), memory: Math.max(memory, server.memory()) };
    },
  };
}
