import { rmSync } from 'node:fs';
import type { Figure } from './seeded';
import { startWatched } from './watched-server';

const PORT = 4396;

/** Markers by the thousand, of which one change is some megabytes: put in and taken out again, until the log has so many megabytes. Then it is opened anew. */
export async function measureLog(root: string, megabytes = 1000): Promise<readonly Figure[]> {
  let server = await startWatched(root, PORT);
  const { folder } = server;
  try {
    const markers = Object.fromEntries(Array.from({ length: 90_000 }, (_, i) => [`m${i}`, { id: `m${i}`, at: i / 7, name: `Marker ${i} that has a name of some length`, colour: null, length: 0, fires: true, note: '' }]));
    const path = ['compositions', 'by', 'main', 'markers'];
    let [sent, n, refused] = [0, 0, ''];
    while (sent < megabytes * 1e6 && refused === '') {
      const patch = n % 2 === 0 ? { path, from: {}, to: markers } : { path, from: markers, to: {} };
      const body = JSON.stringify({ page: 2, base: n, change: { id: `log-change-${n}`, version: 2, event: 'markers.set', label: 'Markers', patches: [patch] } });
      const answer = await server.ask('/api/projects/night-tram/changes', { method: 'POST', body });
      if (answer.status !== 200) refused = `${answer.status} ${(await answer.text()).slice(0, 120)}`;
      else await answer.arrayBuffer();
      sent += body.length;
      n++;
    }
    if (refused !== '') throw new Error(refused);
    await server.kill('SIGKILL');
    server = await startWatched(root, PORT, folder);
    await server.held();
    const begin = performance.now();
    const opened = await server.ask('/api/projects/night-tram');
    await opened.arrayBuffer();
    const took = performance.now() - begin;
    const held = await server.held();
    return [
      { what: `A project whose log has ${Math.round(sent / 1e6)} MB in ${n} changes, opened after a kill`, measured: `${(took / 1000).toFixed(1)} s (${opened.status}; the server was ready after ${(server.began / 1000).toFixed(1)} s, ${Math.round(server.memory() / 1e6)} MB)`, bar: '≤ 10 s', held: took <= 10_000 && opened.status === 200 },
      { what: 'Meanwhile the event loop was held at most', measured: `${Math.round(held)} ms`, bar: '≤ 100 ms', held: held <= 100 },
    ];
  } finally {
    await server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
