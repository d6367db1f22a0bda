import { rmSync } from 'node:fs';
import { VERSION } from '../src/core/model';
import { largeProject } from './large-project';
import type { Figure } from './seeded';
import { startWatched, type WatchedServer } from './watched-server';

/** What a one-value gesture costs the server on a project of 5 MB and on one of 70: body, bytes written, and how long others wait. */
export async function measureGestures(root: string): Promise<readonly Figure[]> {
  const figures: Figure[] = [];
  for (const [layers, most] of [[1300, 50], [17_500, 100]] as const) {
    const server = await startWatched(root, 4381);
    try {
      const { id, size } = await bringIn(server, layers);
      const gestures = await make(server, id, 100);
      const name = `${Math.round(size / 1e6)} MB`;
      const written = gestures.map((one) => one.written).sort((a, b) => a - b);
      const median = written[50]!;
      figures.push(
        { what: `A one-value gesture on a project of ${name}: body`, measured: `${gestures[0]!.body} bytes`, bar: '< 4 KB', held: gestures.every(({ body }) => body < 4096) },
        { what: `A one-value gesture on a project of ${name}: written by the process, median of 100 (most)`, measured: `${(median / 1024).toFixed(0)} KB (${(written[99]! / 1024).toFixed(0)} KB)`, bar: '< 64 KB', held: median < 65_536 },
        { what: `100 gestures on a project of ${name}: the longest that the server’s event loop was held`, measured: `${Math.round(Math.max(...gestures.map(({ held }) => held)))} ms`, bar: `≤ ${most} ms`, held: gestures.every(({ held }) => held <= most) },
      );
      // Past the 200th change a snapshot is written, in a child.
      const more = await make(server, id, 110, 100);
      figures.push({ what: `110 more on it, a snapshot written by a child among them: the longest that the event loop was held`, measured: `${Math.round(Math.max(...more.map(({ held }) => held)))} ms`, bar: 'told', held: true });
    } finally {
      await server.kill();
      rmSync(server.folder, { recursive: true });
    }
  }
  return figures;
}

export async function bringIn(server: WatchedServer, layers: number): Promise<{ readonly id: string; readonly size: number }> {
  const made = await server.ask('/api/import', { method: 'POST', body: JSON.stringify(largeProject(layers)), type: 'application/octet-stream' });
  const { id } = (await made.json()) as { id: string };
  // As the Bench opens it, all of it.
  const opened = await server.ask(`/api/projects/${id}`);
  if (opened.status !== 200) throw new Error(await opened.text());
  const size = (await opened.arrayBuffer()).byteLength;
  return { id, size };
}

/** Raises one layer so many times, as the Bench would, one after the other. */
export async function make(server: WatchedServer, id: string, many: number, from = 0): Promise<readonly { readonly body: number; readonly written: number; readonly held: number }[]> {
  const gestures = [];
  await server.held();
  let value = from === 0 ? await heightOf(server, id) : 2000 + from - 1;
  for (let i = from; i < from + many; i++) {
    const body = JSON.stringify({ page: VERSION, base: i, change: { id: `change-${id}-${i}`, version: VERSION, event: 'layers.set', label: 'Raise Leaf 8', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'leaf7', 'channels', 'y', 'value'], from: value, to: 2000 + i }] } });
    value = 2000 + i;
    const before = server.written();
    const answer = await server.ask(`/api/projects/${id}/changes`, { method: 'POST', body });
    const told = await answer.text();
    if (answer.status !== 200) throw new Error(told);
    gestures.push({ body: body.length, written: server.written() - before, held: await server.held() });
  }
  return gestures;
}

async function heightOf(server: WatchedServer, id: string): Promise<number> {
  const { project } = (await (await server.ask(`/api/projects/${id}`)).json()) as { project: { compositions: { by: { main: { layers: { by: { leaf7: { channels: { y: { value: number } } } } } } } } } };
  return project.compositions.by.main.layers.by.leaf7.channels.y.value;
}
