import { cpSync, existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { flushPlace } from './flush-place';
import { MIGRATIONS } from './migrations';

/** The PostgreSQL inside the PGlite that this program has: its folders open as they are. */
export const MAJOR = '18';

/** How rows go over: so many at once. */
const ROWS = 200;

type Named = { readonly name: string };

/** The packages that read folders of other PostgreSQLs are called so; which of them are here is a matter of what is installed. */
const readerOf = (major: string) => `pglite-${major}`;

/**
 * Brings a database that another PostgreSQL made into a folder of this one. The other's package reads a copy of it; the folder itself is
 * kept under another name, as it was. `open` makes a new database in a folder. Throws words where that package is not here.
 */
export async function bringOver(folder: string, major: string, open: (folder: string) => Promise<PGlite>): Promise<void> {
  const words = `The database in ${folder} was made by PostgreSQL ${major}; this program has ${MAJOR}. Nothing in it was changed.`;
  const reader = await import(readerOf(major)).then((found: unknown) => found as { readonly PGlite: typeof PGlite }, () => null);
  if (!reader) throw new Error(`${words} To bring it over, stop, install the package ${readerOf(major)} (the PGlite that has PostgreSQL ${major}) beside this program, and start again.`);
  const [copy, made, brought, kept] = ['reading', 'begun', 'brought', `postgresql-${major}`].map((ending) => `${folder}.${ending}`) as [string, string, string, string];
  if (existsSync(kept)) throw new Error(`${words} It was brought over once before, and is kept as ${kept}: move one of the two away, then start again.`);
  for (const leftover of [copy, made, brought]) rmSync(leftover, { recursive: true, force: true });
  cpSync(folder, copy, { recursive: true });
  const from = await reader.PGlite.create(copy);
  try {
    const to = await open(made);
    await copyRows(from, to);
    await to.close();
  } finally {
    await from.close();
    rmSync(copy, { recursive: true, force: true });
  }
  // A cut between two of these leaves a whole database under a name that the next start knows.
  renameSync(made, brought);
  flushPlace(path.dirname(folder));
  renameSync(folder, kept);
  finishBringing(folder);
}

/** Gives a database that was brought over its name, where the one before is out of the way. */
export function finishBringing(folder: string): void {
  const brought = `${folder}.brought`;
  if (existsSync(folder) || !existsSync(brought)) return;
  renameSync(brought, folder);
  flushPlace(path.dirname(folder));
}

/** The tables as they were, at the migration that they had; what came later is done by whoever opens it. */
async function copyRows(from: PGlite, to: PGlite): Promise<void> {
  const done = (await from.query<{ number: number }>('select number from migration order by number')).rows.map(({ number }) => number);
  await to.exec('create table if not exists migration (number integer primary key, made_at timestamptz not null default now())');
  for (const { number, sql } of MIGRATIONS) if (done.includes(number)) await to.exec(sql);
  await to.exec('begin');
  const tables = (await from.query<Named>(`select table_name as name from information_schema.tables where table_schema = 'public' order by table_name <> 'migration', table_name <> 'project', table_name`)).rows;
  for (const { name } of tables) {
    await to.exec(`delete from "${name}"`);
    for (let at = 0; ; at += ROWS) {
      const { many, rows } = (await from.query<{ many: number; rows: string }>(`select count(*)::int as many, coalesce(json_agg(one), '[]')::text as rows from (select * from "${name}" order by ctid limit ${ROWS} offset ${at}) one`)).rows[0]!;
      if (many > 0) await to.query(`insert into "${name}" select * from json_populate_recordset(null::"${name}", $1)`, [rows]);
      if (many < ROWS) break;
    }
    const count = async (db: PGlite) => (await db.query<{ many: number }>(`select count(*)::int as many from "${name}"`)).rows[0]!.many;
    if ((await count(from)) !== (await count(to))) throw new Error(`Not all rows of ${name} came over.`);
  }
  await to.exec('commit');
}
