import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { seeded, type Figure } from './seeded';
import { startWatched, type WatchedServer } from './watched-server';
import { addMarker } from './writers';

/** Kills a server without a word, again and again, while windows write, snapshots are written and projects are brought in; counts what is lost, and what is there twice. */
export async function measureKills(root: string, kills = 40): Promise<readonly Figure[]> {
  const folder = path.join(mkdtempSync(path.join(tmpdir(), 'oak-kill-')), 'data');
  const random = seeded(9);
  const film = new Uint8Array(readFileSync(path.join(root, 'demo', 'night-tram.oak.json')));
  const kept = new Set<string>();
  const made = new Set<string>();
  const sent: string[] = [];
  let [lost, doubled, slowest, resent] = [0, 0, 0, 0];
  let server = await startWatched(root, 4383, folder);
  try {
    for (let kill = 0; kill < kills; kill++) {
      let over = false;
      // Before the first answer, amid answers, or far enough for a snapshot.
      const after = [0, 3, 30, 240][kill % 4]! * random();
      let answers = 0;
      let ended: Promise<void> | null = null;
      const killSoon = () => {
        if (answers < after) return;
        over = true;
        ended ??= server.kill('SIGKILL');
      };
      await Promise.all([
        ...[1, 2, 3, 4].map(async (window) => {
          for (let i = 0; !over; i++) {
            const name = `m${kill}-${window}-${i}`;
            sent.push(name);
            const asked = addMarker(server, 'night-tram', name).catch(() => false);
            if (after < 1) killSoon();
            if (await asked) kept.add(name);
            answers++;
            killSoon();
          }
        }),
        (async () => {
          for (let i = 0; !over; i++) {
            const asked = i % 2 === 0 ? server.ask('/api/projects/night-tram/duplicate', { method: 'POST' }) : server.ask('/api/import', { method: 'POST', body: film, type: 'application/octet-stream' });
            const answer = await asked.catch(() => null);
            const project = answer?.status === 201 ? ((await answer.json().catch(() => null)) as { id: string } | null) : null;
            if (project) made.add(project.id);
          }
        })(),
      ]);
      await ended;
      server = await startWatched(root, 4383, folder);
      slowest = Math.max(slowest, server.began);
      const there = await markers(server);
      lost += [...kept].filter((name) => !there.has(name)).length;
      // What was sent and not acknowledged is sent again, as a browser would: once more is no more.
      for (const name of sent.slice(-8)) {
        if (!(await addMarker(server, 'night-tram', name))) lost++;
        kept.add(name);
        resent++;
      }
      const revision = await revisionOf(server);
      if (revision !== (await markers(server)).size) doubled++;
      const listed = new Set(((await (await server.ask('/api/projects')).json()) as { projects: { id: string }[] }).projects.map(({ id }) => id));
      lost += [...made].filter((id) => !listed.has(id)).length;
    }
    return [
      { what: `${kills} kills −9 while four windows write and projects are copied and brought in: acknowledged and lost; there twice`, measured: `${lost} of ${kept.size + made.size}; ${doubled} (${resent} sent again)`, bar: '0; 0', held: lost === 0 && doubled === 0 },
      { what: 'The slowest start after a kill', measured: `${(slowest / 1000).toFixed(1)} s`, bar: '≤ 3 s', held: slowest <= 3000 },
    ];
  } finally {
    await server.kill();
    rmSync(folder, { recursive: true });
  }
}

async function markers(server: WatchedServer): Promise<ReadonlySet<string>> {
  const { project } = (await (await server.ask('/api/projects/night-tram')).json()) as { project: { compositions: { by: { main: { markers: Record<string, unknown> } } } } };
  return new Set(Object.keys(project.compositions.by.main.markers).filter((name) => /^m\d+-/.test(name)));
}

/** Each change of this measure adds one marker: so there are as many revisions. */
async function revisionOf(server: WatchedServer): Promise<number> {
  return ((await (await server.ask('/api/projects/night-tram')).json()) as { revision: number }).revision;
}
