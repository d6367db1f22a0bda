import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';

const lock = (folder: string) => `import('./scripts/data-lock.mjs').then(({ takeLock }) => takeLock(${JSON.stringify(folder)})).then(() => { console.log('taken'); process.stdin.resume(); process.stdin.on('end', () => process.exit(0)); }, (e) => { console.error(e); process.exit(1); })`;

/** A process that has taken the lock of a folder, or the words with which it was turned away. */
function hold(folder: string): Promise<{ readonly end: (signal?: NodeJS.Signals) => Promise<void> } | string> {
  const child = spawn('node', ['-e', lock(folder)], { stdio: ['pipe', 'pipe', 'pipe'] });
  let words = '';
  child.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()));
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return new Promise((resolve) => {
    child.stdout.once('data', () => resolve({ end: async (signal) => { if (signal) child.kill(signal); else child.stdin.end(); await ended; } }));
    void ended.then(() => resolve(words));
  });
}

describe('one process per data folder', () => {
  test('the second is turned away by name; when the first ends, or was killed, the folder is free', async () => {
    const folder = path.join(mkdtempSync(path.join(tmpdir(), 'oak-lock-')), 'data');
    const first = await hold(folder);
    expect(await hold(folder)).toMatch(/in use by another Oak Tumble \(process \d+\)/);
    if (typeof first === 'string') throw new Error(first);
    await first.end('SIGKILL');
    const second = await hold(folder);
    if (typeof second === 'string') throw new Error(second);
    await second.end();
    expect(existsSync(path.join(folder, 'in-use.json'))).toBe(false);
  });
  test('a start right after a kill waits for the one that is ending', async () => {
    const folder = path.join(mkdtempSync(path.join(tmpdir(), 'oak-lock-')), 'data');
    const first = await hold(folder);
    if (typeof first === 'string') throw new Error(first);
    const second = hold(folder);
    await first.end('SIGTERM');
    const held = await second;
    if (typeof held === 'string') throw new Error(held);
    await held.end();
  });
  test('of four that come at once one takes it, stale or not, again and again', async () => {
    for (let round = 0; round < 12; round++) {
      const folder = mkdtempSync(path.join(tmpdir(), 'oak-lock-'));
      if (round % 2 === 0) writeFileSync(path.join(folder, 'in-use.json'), JSON.stringify({ pid: 999_999, birth: '1' }));
      const all = await Promise.all(Array.from({ length: 4 }, () => hold(folder)));
      const taken = all.filter((one) => typeof one !== 'string');
      expect([taken.length, all.filter((one) => typeof one === 'string' && /in use by another/.test(one)).length]).toEqual([1, 3]);
      for (const one of taken) await (one as { end: () => Promise<void> }).end();
    }
  }, 120_000);
  test('where there is no room to say who has the folder, it is taken all the same, and by one', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'oak-lock-'));
    mkdirSync(path.join(folder, 'in-use.json', 'in the way'), { recursive: true });
    const holder = await hold(folder);
    if (typeof holder === 'string') throw new Error(holder);
    expect(await hold(folder)).toMatch(/in use by another/);
    expect(readdirSync(folder).filter((name) => name.startsWith('in-use.json.'))).toEqual([]);
    await holder.end();
  });
  test('half a lock is no lock', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'oak-lock-'));
    writeFileSync(path.join(folder, 'in-use.json'), '{"pid":');
    const holder = await hold(folder);
    if (typeof holder === 'string') throw new Error(holder);
    expect(JSON.parse(readFileSync(path.join(folder, 'in-use.json'), 'utf8'))).toMatchObject({ pid: expect.any(Number) as number });
    await holder.end();
  });
});

test('npm start refuses nonsense with its usage', () => {
  for (const args of [['--port', 'x'], ['--colour', 'red']]) {
    let status = 0;
    try {
      execFileSync('node', ['scripts/start.mjs', ...args], { stdio: 'pipe' });
    } catch (error) {
      ({ status } = error as { status: number });
    }
    expect(status).toBe(2);
  }
});

describe('what a page is told to fetch with its first answer', () => {
  const ask = (site: string, expression: string) => JSON.parse(execFileSync('node', ['-e', `import('./scripts/preloads.mjs').then(({ filesOf, preloadHeader }) => console.log(JSON.stringify(${expression})))`, site], { encoding: 'utf8' })) as unknown;
  const manifest = {
    '_client.js': { file: '_astro/client.1.js', name: 'client' },
    '_shared.js': { file: '_astro/shared.2.js', name: 'shared', imports: ['_client.js', '_panel.js'] },
    '_panel.js': { file: '_astro/panel.3.js', name: 'panel', imports: ['_shared.js'], dynamicImports: ['_seldom.js'] },
    '_seldom.js': { file: '_astro/seldom.4.js', name: 'seldom' },
  };
  test('is each part after what it imports, once, and nothing that comes later', () => {
    // Parts may import each other in a ring.
    expect(ask('', `filesOf(${JSON.stringify(manifest)}, ['panel', 'client', 'none'])`)).toEqual(['_astro/client.1.js', '_astro/shared.2.js', '_astro/panel.3.js']);
  });
  test('is for projects alone, and nothing without a manifest', () => {
    const site = mkdtempSync(path.join(tmpdir(), 'oak-site-'));
    const answers = () => ask(site, `['/', '/projects/a', '/projects/a/', '/projects/a/b', '/api/projects/a'].map(preloadHeader(process.argv[1]))`);
    expect(answers()).toEqual([null, null, null, null, null]);
    mkdirSync(path.join(site, 'client', '.vite'), { recursive: true });
    mkdirSync(path.join(site, 'client', '_astro'));
    writeFileSync(path.join(site, 'client', '_astro', 'look.0.css'), '');
    writeFileSync(path.join(site, 'client', '.vite', 'manifest.json'), JSON.stringify(manifest));
    const link = '</_astro/look.0.css>; rel=preload; as=style, </_astro/client.1.js>; rel=modulepreload, </_astro/shared.2.js>; rel=modulepreload, </_astro/panel.3.js>; rel=modulepreload';
    expect(answers()).toEqual([null, link, link, null, null]);
  });
});
