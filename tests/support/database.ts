import { existsSync, readFileSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';
import { migrate, overConnection, type Database, type Script } from '../../src/server/db';

/** Options for an empty database: the prepared one when it is there, since making one takes seconds. */
export function emptyDatabase(): { readonly loadDataDir?: Blob } {
  const empty = 'dist/empty-database.tgz';
  return existsSync(empty) ? { loadDataDir: new Blob([readFileSync(empty)]) } : {};
}

/** A migrated database in memory. */
export async function openTestDatabase(): Promise<Database & { readonly exec: Script; readonly close: () => Promise<void> }> {
  const lite = await PGlite.create(emptyDatabase());
  const db = overConnection({ query: async (sql, params) => (await lite.query(sql, [...params])).rows, exec: async (sql) => void (await lite.exec(sql)) });
  await migrate(db);
  return { ...db, close: () => lite.close() };
}
