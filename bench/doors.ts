import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Figure } from './seeded';
import type { WatchedServer } from './watched-server';

/** Spellings of addresses that nobody may reach, and of ones that are there: each asked as it stands, byte for byte. */
const CLOSED = ['/_image', '/%5fimage?href=/x', '/%5Fimage', '//_image', '/./_image', '/x/../_image', '/%2e/_image', '/_actions/x', '/%5factions/x', '/_server-islands/x', '/api', '/api/other', '/api/%2e%2e/_image', '/projects/x/y', '/_astro/none.js', '/%255fimage'];
const ODD = ['/api/projects/night-tram/changes?page=2&since=1e300', '/api/projects/night-tram/changes?page=2&since=-1', '/api/projects/night-tram/changes?page=2&since=NaN', '/api/projects/%00', '/api/projects/a%00b/file', '/%00', '/%', '/%E0%A4%A', '/api/projects/night-tram%2fchanges?page=2', `/api/projects/${'a'.repeat(4000)}`];

/** The status of an address that no library makes plain before it is sent. */
function statusOf(server: WatchedServer, where: string, headers: Readonly<Record<string, string>> = {}): Promise<number> {
  const { hostname, port } = new URL(server.address);
  return new Promise((resolve, reject) => {
    const asked = request({ hostname, port, path: where, method: 'GET', headers: { host: `${hostname}:${port}`, ...headers } }, (answer) => {
      answer.resume();
      answer.once('end', () => resolve(answer.statusCode ?? 0));
    });
    asked.once('error', reject);
    asked.end();
  });
}

/** Addresses however they are spelled, and questions that make no sense: none is let in, and none makes the server stumble. */
export async function attackAddresses(server: WatchedServer): Promise<readonly Figure[]> {
  const closed = await Promise.all(CLOSED.map(async (where) => [where, await statusOf(server, where)] as const));
  const odd = await Promise.all(ODD.map(async (where) => [where, await statusOf(server, where)] as const));
  const foreign = await Promise.all(['/api/projects', '/api/projects/night-tram', '/%61pi/projects', '//api/projects/night-tram/file'].map(async (where) => [where, await statusOf(server, where, { origin: 'http://elsewhere.example', 'sec-fetch-site': 'cross-site' })] as const));
  const open = closed.filter(([, status]) => status !== 404 && status !== 400);
  const fell = odd.filter(([, status]) => status >= 500);
  const entered = foreign.filter(([, status]) => status < 400);
  const say = (list: readonly (readonly [string, number])[]) => (list.length === 0 ? 'none' : list.map(([where, status]) => `${where.slice(0, 40)} ${status}`).join(', '));
  return [
    { what: `${CLOSED.length} spellings of addresses that are not there: let in`, measured: say(open), bar: 'none', held: open.length === 0 },
    { what: `${ODD.length} questions that make no sense: answers of 500 and more`, measured: say(fell), bar: 'none', held: fell.length === 0 },
    { what: 'Reads by other sites, however they are spelled: let in', measured: say(entered), bar: 'none', held: entered.length === 0 },
  ];
}

const change = (n: number, patches: readonly object[]) => ({ page: 2, base: 0, change: { id: `attack-${n}-0000`, version: 2, event: 'markers.set', label: 'Attack', patches } });

/** Bodies of many megabytes, of which each is one request: what they hold, and what a plain answer to them is. */
export const LARGE_BODIES: readonly { readonly what: string; readonly body: () => string }[] = [
  { what: '13 MB in 70,000 patches that are valid', body: () => JSON.stringify(change(1, Array.from({ length: 70_000 }, (_, i) => ({ path: ['compositions', 'by', 'main', 'markers', `m${i}`], to: { id: `m${i}`, at: i / 7, name: `Marker ${i}`, length: 0, note: '', colour: null, fires: true } })))) },
  { what: '14 MB in one patch', body: () => JSON.stringify(change(2, [{ path: ['compositions', 'by', 'main', 'note'], from: '', to: 'x'.repeat(14_000_000) }])) },
  { what: '8 MB of things in things, no change at all', body: () => JSON.stringify({ page: 2, base: 0, change: Array.from({ length: 600_000 }, (_, i) => ({ i })) }) },
];

/** Rounds in which four processes take one data folder at once: it is one that has it, every time. */
export async function attackLock(root: string, rounds = 200): Promise<readonly Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'oak-lock-'));
  const script = `import { takeLock } from ${JSON.stringify(path.join(root, 'scripts', 'data-lock.mjs'))};
for await (const line of process.stdin) for (const round of line.toString().trim().split('\\n')) {
  let had = false;
  try { await takeLock(${JSON.stringify(folder)} + '/' + round, 0); had = true; } catch {}
  console.log(had ? 'had' : 'not');
}`;
  const takers = Array.from({ length: 4 }, () => spawn('node', ['--input-type=module', '-e', script], { stdio: ['pipe', 'pipe', 'inherit'] }));
  const heard = takers.map((one) => { const lines: string[] = []; one.stdout.on('data', (chunk: Buffer) => lines.push(...chunk.toString().trim().split('\n'))); return lines; });
  let wrong = 0;
  for (let round = 1; round <= rounds; round++) {
    for (const one of takers) one.stdin.write(`${round}\n`);
    while (heard.some((lines) => lines.length < round)) await new Promise((resolve) => setTimeout(resolve, 1));
    if (heard.filter((lines) => lines[round - 1] === 'had').length !== 1) wrong++;
  }
  for (const one of takers) one.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
  return [{ what: `${rounds} rounds of 4 processes that take one data folder at once: rounds in which not one alone had it`, measured: String(wrong), bar: '0', held: wrong === 0 }];
}
