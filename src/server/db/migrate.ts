import type { Database, Script } from './database';
import { MIGRATIONS } from './migrations';

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
