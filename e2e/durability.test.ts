import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { exported } from './command-line';
import { startOak, type OakServer } from './oak-server';

const data = path.join(mkdtempSync(path.join(tmpdir(), 'oak-durable-')), 'data');
let server: OakServer;

beforeAll(async () => void (server = await startOak(4389, data)));
afterAll(() => server?.kill());

/** The version of the document, as its published description has it. */
const { version } = (JSON.parse(readFileSync('docs/project.schema.json', 'utf8')) as { properties: { version: { const: number } } }).properties;
const page = version.const;

const change = (name: string) => ({
  id: `change-${name}`, version: page, event: 'markers.add', label: 'Add a marker to Night tram',
  patches: [{ path: ['compositions', 'by', 'main', 'markers', name], to: { id: name, at: 5, name, length: 0, note: '', colour: null, fires: true } }],
});
/** Sends a marker; true when the server said that it is kept. */
async function send(name: string): Promise<boolean> {
  try {
    const answer = await fetch(`${server.address}/api/projects/night-tram/changes`, { method: 'POST', body: JSON.stringify({ page, base: 0, change: change(name) }), headers: { origin: server.address, 'content-type': 'application/json' } });
    return answer.status === 200 && ((await answer.json()) as { kind: string }).kind === 'applied';
  } catch {
    return false;
  }
}
async function markers(): Promise<readonly string[]> {
  const { compositions } = JSON.parse(await exported(server.address, 'night-tram')) as { compositions: { id: string; markers?: { name: string }[] }[] };
  return (compositions.find((one) => one.id === 'main')!.markers ?? []).map((marker) => marker.name);
}

describe('a server that is killed without a word', () => {
  test.each([9, 60])('while changes pour in has kept each that it acknowledged, after %d of them', async (when) => {
    const [sent, kept]: [string[], string[]] = [[], []];
    let killed: Promise<void> | null = null;
    // Four windows at once, as fast as they can.
    await Promise.all([1, 2, 3, 4].map(async (window) => {
      for (let i = 0; killed === null; i++) {
        const name = `m${when}-${window}-${i}`;
        sent.push(name);
        if (await send(name)) kept.push(name);
        if (kept.length >= when) killed ??= server.kill('SIGKILL');
      }
    }));
    await killed;
    expect(kept.length).toBeGreaterThanOrEqual(when);
    server = await startOak(4389, data);
    const there = await markers();
    expect(kept.filter((name) => !there.includes(name))).toEqual([]);
    // What was not acknowledged is sent again, as a browser would: nothing is there twice.
    for (const name of sent) expect(await send(name), name).toBe(true);
    expect([...(await markers())].filter((name) => name.startsWith(`m${when}-`)).sort()).toEqual([...sent].sort());
  });
});
