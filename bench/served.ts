import { mkdtempSync } from 'node:fs';
import { spawn, type ChildProcess } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, type Browser } from 'playwright-core';

/** A server of the measured tree with a data folder of its own, when it answers. */
export function startServer(root: string, port: number): Promise<ChildProcess> {
  const server = spawn('node', ['scripts/start.mjs', '--port', String(port), '--data', path.join(mkdtempSync(path.join(tmpdir(), 'oak-bench-')), 'data')], { cwd: root, stdio: ['ignore', 'pipe', 'inherit'] });
  return new Promise((resolve, reject) => {
    server.stdout!.on('data', (chunk: Buffer) => chunk.toString().includes('is ready at') && resolve(server));
    server.once('exit', () => reject(new Error('The server did not start.')));
  });
}

export function openChromium(): Promise<Browser> {
  return chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
}
