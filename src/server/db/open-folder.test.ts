import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import type { PGlite } from '@electric-sql/pglite';
import { migrate, overConnection } from '.';
import { MIGRATIONS } from './migrations';
import { openFolder } from './open-folder';

const EMPTY = 'dist/empty-database.tgz';
const place = () => path.join(mkdtempSync(path.join(tmpdir(), 'oak-database-')), 'database');

async function keepSeven(folder: string): Promise<void> {
  const db = await openFolder(folder, EMPTY);
  await db.exec('create table kept (n int); insert into kept values (7)');
  await db.close();
}
async function expectSeven(folder: string): Promise<void> {
  const db = await openFolder(folder, EMPTY);
  expect((await db.query('select n from kept')).rows).toEqual([{ n: 7 }]);
  await db.close();
}

/** Every file below a folder with its bytes. */
function held(folder: string): readonly string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).map((entry) => {
    const file = path.join(entry.parentPath, entry.name);
    return `${path.relative(folder, file)} ${readFileSync(file).toString('base64').length}`;
  }).sort();
}

test('a folder that is not there, or empty, gets a database, and keeps it; one that was not finished is begun again', async () => {
  const folder = place();
  mkdirSync(folder);
  // What is left when the power goes while the first database is made.
  mkdirSync(`${folder}.begun`);
  writeFileSync(path.join(`${folder}.begun`, 'PG_VERSION'), '17');
  await keepSeven(folder);
  expect(existsSync(`${folder}.begun`)).toBe(false);
  await expectSeven(folder);
}, 60_000);

test('a database that lost its PG_VERSION is refused in words and left as it is; with the file back, all is there', async () => {
  const folder = place();
  await keepSeven(folder);
  const version = path.join(folder, 'PG_VERSION');
  const bytes = readFileSync(version);
  rmSync(version);
  const before = held(folder);
  await expect(openFolder(folder, EMPTY)).rejects.toThrow(/PG_VERSION.*Nothing in it was changed\. Put that file back/);
  expect(held(folder)).toEqual(before);
  writeFileSync(version, bytes);
  await expectSeven(folder);
}, 60_000);

test('files that are no database are not written over', async () => {
  const folder = place();
  mkdirSync(folder);
  writeFileSync(path.join(folder, 'notes.txt'), 'mine');
  await expect(openFolder(folder, EMPTY)).rejects.toThrow(/holds files, but not the one/);
  expect(held(folder)).toEqual(['notes.txt 8']);
});

test('a folder that another PostgreSQL made is brought over with all of its rows, and kept as it was', async () => {
  const folder = place();
  mkdirSync(path.dirname(folder), { recursive: true });
  const { PGlite: Older } = (await import('pglite-17')) as unknown as { readonly PGlite: typeof PGlite };
  const older = await Older.create(folder);
  const lines = { query: async (sql: string, params: readonly unknown[]) => (await older.query(sql, [...params])).rows, exec: async (sql: string) => void (await older.exec(sql)) };
  // As a program of before left it: at an earlier migration.
  await older.exec('create table migration (number integer primary key, made_at timestamptz not null default now())');
  for (const { number, sql } of MIGRATIONS.slice(0, 3)) await older.exec(`${sql}; insert into migration (number) values (${number})`);
  await lines.query("insert into project (id, name, revision, listing, snapshot_hash, snapshot_revision) values ('film', 'Ünter “quotes” and \\\\', 450, '{}', 'hash', 400)", []);
  for (let i = 1; i <= 450; i++) await lines.query('insert into change (project_id, revision, change_id, label, body, version) values ($1, $2, $3, $4, $5, 2)', ['film', i, `change-${i}`, 'Move', JSON.stringify({ i, words: "it's\n" })]);
  const were = (await older.query('select * from change order by revision')).rows;
  await older.close();
  expect(readFileSync(path.join(folder, 'PG_VERSION'), 'utf8').trim()).toBe('17');
  const before = held(folder);

  const db = await openFolder(folder, EMPTY);
  await migrate(overConnection({ query: async (sql, params) => (await db.query(sql, [...params])).rows, exec: async (sql) => void (await db.exec(sql)) }));
  expect((await db.query('select * from change order by revision')).rows).toEqual(were.map((row) => ({ ...(row as object), parts: 0 })));
  expect((await db.query('select name, snapshot_revision from project')).rows).toEqual([{ name: 'Ünter “quotes” and \\\\', snapshot_revision: 400 }]);
  expect((await db.query('select hash from snapshot')).rows).toEqual([{ hash: 'hash' }]);
  await db.close();
  expect(held(`${folder}.postgresql-17`)).toEqual(before);
  expect(readdirSync(path.dirname(folder)).sort()).toEqual(['database', 'database.postgresql-17']);

  // The power went after the older was put aside, before the new one had its name.
  renameSync(folder, `${folder}.brought`);
  const again = await openFolder(folder, EMPTY);
  expect((await again.query('select count(*)::int as many from change')).rows).toEqual([{ many: 450 }]);
  await again.close();
}, 120_000);

test('a folder of a PostgreSQL that nothing here reads is told, with what to do, and left as it is', async () => {
  const folder = place();
  await keepSeven(folder);
  writeFileSync(path.join(folder, 'PG_VERSION'), '12\n');
  const before = held(folder);
  await expect(openFolder(folder, EMPTY)).rejects.toThrow(/made by PostgreSQL 12; this program has 18\. Nothing in it was changed\. To bring it over, stop, install the package pglite-12/);
  expect(held(folder)).toEqual(before);
  writeFileSync(path.join(folder, 'PG_VERSION'), '18\n');
  await expectSeven(folder);
}, 60_000);
