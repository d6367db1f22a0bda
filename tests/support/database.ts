import { existsSync, readFileSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';
import { migrate, overConnection, type Database, type Script } from '../../src/server/db';

/** A migrated database in memory: from the prepared empty one when it is there, since making one takes seconds. */
export async function openTestDatabase(): Promise<Database & { readonly exec: Script; readonly close: () => Promise<void> }> {
  const empty = 'dist/empty-database.tgz';
  const lite = await PGlite.create(existsSync(empty) ? { loadDataDir: new Blob([readFileSync(empty)]) } : {});
  const db = overConnection({ query: async (sql, params) => (await lite.query(sql, [...params])).rows, exec: async (sql) => void (await lite.exec(sql)) });
  await migrate(db);
  return { ...db, close: () => lite.close() };
}
