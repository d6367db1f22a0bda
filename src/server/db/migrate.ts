import first from './migrations/0001_projects_and_changes.sql?raw';
import second from './migrations/0002_deleted_projects.sql?raw';
import third from './migrations/0003_change_version.sql?raw';
import fourth from './migrations/0004_snapshots.sql?raw';
import type { Database, Script } from './database';

/** In order, append-only: a migration that was ever released is never edited. */
const MIGRATIONS = [{ number: 1, sql: first }, { number: 2, sql: second }, { number: 3, sql: third }, { number: 4, sql: fourth }] as const;

/** Brings a database up to this version of the program. Refuses one that a newer program has migrated. */
export async function migrate(db: Database & { readonly exec: Script }): Promise<void> {
  await db.exec('create table if not exists migration (number integer primary key, made_at timestamptz not null default now())');
  const { rows } = await db.query<{ number: number }>('select number from migration order by number');
  const done = new Set(rows.map((row) => row.number));
  const newest = Math.max(0, ...done);
  const known = MIGRATIONS[MIGRATIONS.length - 1]!.number;
  if (newest > known) throw new Error(`This data folder was written by a newer Oak Tumble (its database is at ${newest}, this one knows ${known}). Update, then start again.`);
  for (const { number, sql } of MIGRATIONS) {
    if (done.has(number)) continue;
    await db.exec(`begin; ${sql}; insert into migration (number) values (${number}); commit`);
  }
}
