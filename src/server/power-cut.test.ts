import { cpSync, rmSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import type { Change } from '../core/commands';
import { VERSION, writeKept, type Project } from '../core/model';
import { smallFilm } from '../../tests/support/projects';
import { forgetfulDisk, quickFolder, recordPower } from '../../tests/support/power';
import { migrate, overConnection } from './db';
import { openFlushed, openFolder } from './db/open-folder';
import { createDocuments, readSource, snapshotFiles, type DocumentSource } from './documents';
import type { Workshop } from './workshop';
import { workshopHere } from '../../tests/support/workshop';

const EMPTY = 'dist/empty-database.tgz';
const MOMENTS = 200;

/** A fixed row of numbers from 0 to 1. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const over = (lite: Awaited<ReturnType<typeof openFolder>>) => overConnection({ query: async (sql, params) => (await lite.query(sql, [...params])).rows, exec: async (sql) => void (await lite.exec(sql)) });
const marker = (name: string): Change => ({ id: `change-${name}`, version: VERSION, event: 'markers.add', label: `Add ${name}`, patches: [{ path: ['compositions', 'by', 'main', 'markers', name], to: { id: name, at: 5, name, length: 0, note: 'n'.repeat(600), colour: null, fires: true } }] });
const markersOf = (project: Project) => Object.keys(project.compositions.by['main']!.markers);


test(`a power cut at any of ${MOMENTS} moments loses nothing that was acknowledged, and the next start opens everything`, async () => {
  const root = quickFolder('oak-power-');
  const [data, template] = [path.join(root, 'data'), path.join(root, 'template')];
  const first = await openFolder(path.join(data, 'database'), EMPTY);
  await migrate(over(first));
  await createDocuments(over(first), snapshotFiles(path.join(data, 'snapshots')), workshopHere).create('film', smallFilm());
  await first.close();
  cpSync(data, template, { recursive: true });

  const { happened, disk, files, told } = recordPower(data);
  const lite = await openFlushed(path.join(data, 'database'), () => undefined, files(path.join(data, 'database')));
  await lite.exec('set synchronous_commit = off');
  const db = over(lite);
  // A child writes snapshots: here on the same disk that is cut.
  const snapshotsHere = snapshotFiles(path.join(data, 'snapshots'), disk);
  const workshop: Workshop = { run: (job, input, piece) => workshopHere.run(job.name === 'write-snapshot' ? { ...job, run: async () => ({ hash: await snapshotsHere.write(writeKept(await readSource(input as DocumentSource))) }) as never } : job, input, piece) };
  const documents = createDocuments(db, snapshotsHere, workshop);
  const random = seeded(20261126);
  // Three windows write at once; projects are made; the database brings its files up to date and changes to new log meanwhile.
  const write = async (window: number, many: number) => {
    for (let i = 0; i < many; i++) {
      const name = `m${window}-${i}`;
      const outcome = await documents.apply('film', 0, marker(name));
      if (outcome.kind === 'applied') told(name);
    }
  };
  const keepHouse = async () => {
    for (let i = 0; i < 12; i++) {
      await db.exec('checkpoint');
      if (i % 3 === 0) await db.query('select pg_switch_wal()');
      await documents.create(`made-${i}`, { ...smallFilm(), name: `Made ${i}` });
      told(`made-${i}`);
    }
  };
  await Promise.all([write(1, 150), write(2, 150), write(3, 150), keepHouse()]);
  await lite.close();
  rmSync(data, { recursive: true });

  const moments = Array.from({ length: MOMENTS }, () => Math.floor(random() * happened.length)).sort((a, b) => a - b);
  const machine = forgetfulDisk(template, random);
  let done = 0;
  let [held, snapshots] = [0, 0];
  for (const moment of moments) {
    for (; done < moment; done++) machine.happen(happened[done]!);
    const after = path.join(root, 'after');
    machine.cut(after);
    const again = await openFolder(path.join(after, 'database'), EMPTY);
    await migrate(over(again));
    const opened = createDocuments(over(again), snapshotFiles(path.join(after, 'snapshots')), workshopHere);
    const film = (await opened.open('film'))!;
    const there = new Set([...markersOf(film.project), ...(await opened.list()).map(({ id }) => id)]);
    expect(machine.told.filter((name) => !there.has(name)), `cut at ${moment} of ${happened.length}`).toEqual([]);
    // What a project points to is whole: nothing had to be made good.
    for (const { id } of await opened.list()) expect(await opened.open(id), `${id}, cut at ${moment}`).toMatchObject({ repaired: null });
    held += machine.told.length;
    snapshots += film.revision >= 200 ? 1 : 0;
    await again.close();
    rmSync(after, { recursive: true });
  }
  rmSync(root, { recursive: true });
  // The moments held what they are about: much that was told, snapshots, and flushes that others shared.
  expect(held).toBeGreaterThan(MOMENTS * 100);
  expect(snapshots).toBeGreaterThan(20);
  expect(happened.filter(({ kind }) => kind === 'renamed').length).toBeGreaterThan(10);
}, 900_000);
