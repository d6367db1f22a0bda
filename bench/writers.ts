import { rmSync } from 'node:fs';
import { VERSION } from '../src/core/model';
import type { Figure } from './seeded';
import { startWatched, type WatchedServer } from './watched-server';

const EACH = 200;

/** What it costs until a change is acknowledged, flushed, when one window writes and when twenty do. */
export async function measureWriters(root: string): Promise<readonly Figure[]> {
  const server = await startWatched(root, 4382);
  try {
    await write(server, 'warm', 1, 100);
    const alone = await write(server, 'alone', 1, EACH);
    const twenty = await write(server, 'twenty', 20, EACH / 4);
    const say = ({ each, waited }: Cost) => `${each.toFixed(1)} ms a change, each waited ${waited.toFixed(1)} ms (median)`;
    return [
      { what: 'Changes one after another, each flushed before its answer', measured: say(alone), bar: 'told', held: true },
      { what: 'Changes of twenty windows at once, many to a flush', measured: say(twenty), bar: 'cheaper than alone', held: twenty.each < alone.each },
    ];
  } finally {
    await server.kill();
    rmSync(server.folder, { recursive: true });
  }
}

type Cost = { readonly each: number; readonly waited: number };

async function write(server: WatchedServer, name: string, windows: number, many: number): Promise<Cost> {
  const waited: number[] = [];
  const begin = performance.now();
  await Promise.all(Array.from({ length: windows }, async (_, window) => {
    for (let i = 0; i < many; i++) {
      const began = performance.now();
      if (!(await addMarker(server, 'night-tram', `${name}-${window}-${i}`))) throw new Error('A change was not taken.');
      waited.push(performance.now() - began);
    }
  }));
  waited.sort((a, b) => a - b);
  return { each: (performance.now() - begin) / (windows * many), waited: waited[waited.length >> 1]! };
}

/** Adds a marker to the main composition of a project; true when it was acknowledged. */
export async function addMarker(server: WatchedServer, project: string, name: string): Promise<boolean> {
  const change = { id: `change-${name}`, version: VERSION, event: 'markers.add', label: 'Add a marker', patches: [{ path: ['compositions', 'by', 'main', 'markers', name], to: { id: name, at: 5, name, length: 0, note: '', colour: null, fires: true } }] };
  const answer = await server.ask(`/api/projects/${project}/changes`, { method: 'POST', body: JSON.stringify({ page: VERSION, base: 1e6, change }) });
  return answer.status === 200 && ((await answer.json()) as { kind: string }).kind === 'applied';
}
