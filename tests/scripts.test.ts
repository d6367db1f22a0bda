import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';

const lock = (folder: string) => `import('./scripts/data-lock.mjs').then(({ takeLock }) => { takeLock(${JSON.stringify(folder)}); console.log('taken'); process.stdin.resume(); process.stdin.on('end', () => process.exit(0)); }, (e) => { console.error(e); process.exit(1); })`;

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
