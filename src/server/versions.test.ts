import { createHash } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { PGlite } from '@electric-sql/pglite';
import { applyPatches, upgradeChange, validateTouched, type Change } from '../core/commands';
import { checkProject } from '../core/checks';
import { readProject, VERSION, writeProject } from '../core/model';
import { emptyDatabase } from '../../tests/support/database';
import { upToDate } from '../islands/bench/editor/outbox';
import { migrate, overConnection, type Database, type Script } from './db';
import { createDocuments, snapshotFiles } from './documents';
import { workshopHere } from '../../tests/support/workshop';

const FIXTURE = 'tests/fixtures/version-1';

/** A data folder as a program of version 1 left it, opened by nobody yet. */
async function oldFolder() {
  const lite = await PGlite.create(emptyDatabase());
  const db = overConnection({ query: async (sql, params) => (await lite.query(sql, [...params])).rows, exec: async (sql) => void (await lite.exec(sql)) });
  await db.exec(readFileSync(path.join(FIXTURE, 'database.sql'), 'utf8'));
  const folder = mkdtempSync(path.join(tmpdir(), 'oak-old-'));
  cpSync(path.join(FIXTURE, 'snapshots'), folder, { recursive: true });
  return { lite, db, folder, files: snapshotFiles(folder) };
}

describe('a data folder of version 1', () => {
  let lite: PGlite;
  let db: Database & { readonly exec: Script };
  let folder: string;
  let documents: ReturnType<typeof createDocuments>;
  beforeAll(async () => {
    const old = await oldFolder();
    ({ lite, db, folder } = old);
    await migrate(db);
    documents = createDocuments(db, old.files, workshopHere);
  });
  afterAll(() => lite.close());

  test('opens with its log tail replayed, whole by the rules of today', async () => {
    const { project, revision } = (await documents.open('night-tram'))!;
    expect(revision).toBe(209);
    const hall = project.compositions.by['fixture-comp']!;
    expect(hall).toMatchObject({ name: 'Old hall', rigid: [[4, 8]], settled: { order: [], by: {} }, tries: { order: [], by: {} } });
    expect(hall.layers.by['word']).toMatchObject({ letters: null, pose: null, turnBy: 0, channels: { opacity: { closed: false } } });
    expect(project.compositions.by[project.main]!.layers.by['hall']).toMatchObject({ travel: null, timing: { by: { 'op-loop': { until: null, then: 'stay', tracks: null }, 'op-step': { cuts: [] } } } });
    const read = readProject(writeProject(project));
    expect(read.ok && read.value).toEqual(project);
    expect(checkProject(project).filter(({ level }) => level === 'error')).toEqual([]);
  });
  test('takes in what a browser had not sent, and what it takes is kept as of today', async () => {
    const outbox = JSON.parse(readFileSync(path.join(FIXTURE, 'outbox.json'), 'utf8')) as Change[];
    const { changes, newer } = upToDate(outbox.map((change, key) => ({ key, change })));
    expect([changes.length, newer]).toEqual([5, 0]);
    for (const [i, { change }] of changes.entries()) expect(await documents.apply('night-tram', 209 + i, change)).toMatchObject({ kind: 'applied', revision: 210 + i });
    const { project } = (await documents.open('night-tram'))!;
    expect(project.compositions.by['fixture-comp']!.layers.by['late']).toMatchObject({ joint: null, channels: { x: { closed: false, keys: expect.any(Object) as object } } });
    expect(project.compositions.by[project.main]!.layers.by['hall']!.name).toBe('Great hall');
    const { rows } = await db.query<{ version: number; many: number }>('select version, count(*)::int as many from change group by version order by version');
    expect(rows).toEqual([{ version: 1, many: 14 }, { version: VERSION, many: 5 }]);
    // The same folder, opened anew.
    expect((await createDocuments(db, snapshotFiles(folder), workshopHere).open('night-tram'))!.project).toEqual(project);
  });
  test('an old page that sends without a version is understood too', async () => {
    const { project, revision } = (await documents.open('night-tram'))!;
    const [first] = JSON.parse(readFileSync(path.join(FIXTURE, 'outbox.json'), 'utf8')) as Change[];
    const upgraded = upgradeChange(first!)!;
    expect(upgraded.version).toBe(VERSION);
    expect(validateTouched(applyPatches(project, upgraded.patches).project, upgraded.patches)).toEqual([]);
    // Known by its id: applied once, whatever version sends it.
    expect(await documents.apply('night-tram', revision, { ...first!, version: 1 })).toMatchObject({ kind: 'applied', revision: 210 });
  });
});

describe('a data folder that a newer house wrote is refused in words and left as it is', () => {
  const everything = async (db: Database) => JSON.stringify([await db.query('select * from change order by revision'), await db.query('select * from project')]);
  test('by its database', async () => {
    const { lite, db } = await oldFolder();
    await db.query('insert into migration (number) values (99)');
    const before = await everything(db);
    await expect(migrate(db)).rejects.toThrow(/newer Oak Tumble/);
    expect(await everything(db)).toBe(before);
    await lite.close();
  });
  test('by a change in its log, or by its snapshot', async () => {
    const { lite, db, folder, files } = await oldFolder();
    await migrate(db);
    await db.query('update change set version = 9 where revision = 209');
    let before = await everything(db);
    await expect(createDocuments(db, files, workshopHere).open('night-tram')).rejects.toThrow(/newer Oak Tumble \(version 9\)/);
    expect(await everything(db)).toBe(before);
    const text = JSON.stringify({ format: 'oak-tumble/project', version: 9, name: 'Night tram launch', strange: true });
    const hash = createHash('sha256').update(text).digest('hex');
    writeFileSync(path.join(folder, `${hash}.json.gz`), gzipSync(text));
    await db.query("update project set snapshot_hash = $1 where id = 'night-tram'", [hash]);
    before = await everything(db);
    const names = readdirSync(folder).sort();
    await expect(createDocuments(db, files, workshopHere).open('night-tram')).rejects.toThrow(/written by a newer Oak Tumble \(version 9\).*Update/);
    expect([await everything(db), readdirSync(folder).sort()]).toEqual([before, names]);
    await lite.close();
  });
  test('a change from a newer page is refused, one in the outbox waits for it', async () => {
    const newer: Change = { id: 'change-newer', version: VERSION + 1, event: 'x.y', label: 'New', patches: [{ path: ['name'], from: 'a', to: 'b' }] };
    expect(upgradeChange(newer)).toBeNull();
    expect(upToDate([{ key: 1, change: newer }])).toEqual({ changes: [], newer: 1 });
  });
});

test('what version 1 let in that nobody can see is cleaned as it is opened, and refused in a file', async () => {
  const { lite, db, folder, files } = await oldFolder();
  await migrate(db);
  const text = JSON.stringify({ format: 'oak-tumble/project', version: 1, name: 'A\u0007B', compositions: [{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'Be\u0000ll', kind: 'null', note: 'one\ntwo\u0001' }] }] });
  expect(readProject(text).ok).toBe(false);
  const hash = createHash('sha256').update(text).digest('hex');
  writeFileSync(path.join(folder, `${hash}.json.gz`), gzipSync(text));
  await db.query("update project set snapshot_hash = $1, snapshot_revision = 209 where id = 'night-tram'", [hash]);
  const { project } = (await createDocuments(db, files, workshopHere).open('night-tram'))!;
  expect([project.name, project.compositions.by['main']!.layers.by['a']]).toMatchObject(['A B', { name: 'Be ll', note: 'one\ntwo' }]);
  await lite.close();
});
