import type { Database } from '../db';

type Db = Pick<Database, 'query'>;

export type SnapshotRow = { readonly revision: number; readonly hash: string };

/** All snapshots of a project that are remembered, the newest first. */
export async function snapshotsOf(db: Db, project: string): Promise<readonly SnapshotRow[]> {
  const { rows } = await db.query<SnapshotRow>('select revision, hash from snapshot where project_id = $1 order by revision desc', [project]);
  return rows;
}

/** Remembers a snapshot; one of the same revision gives way to it. */
export async function insertSnapshot(db: Db, project: string, { revision, hash }: SnapshotRow): Promise<void> {
  await db.query('insert into snapshot (project_id, revision, hash) values ($1, $2, $3) on conflict (project_id, revision) do update set hash = $3, made_at = now()', [project, revision, hash]);
}

/** Hashes of all snapshots that are remembered. */
export async function snapshotHashes(db: Db): Promise<readonly string[]> {
  return (await db.query<{ hash: string }>('select distinct hash from snapshot')).rows.map(({ hash }) => hash);
}

/** Forgets snapshots made before a time, but of each project the newest few. */
export async function forgetOldSnapshots(db: Db, spare: number, before: Date): Promise<void> {
  await db.query(
    `delete from snapshot old where made_at < $2 and
       (select count(*) from snapshot newer where newer.project_id = old.project_id and newer.revision > old.revision) >= $1`,
    [spare, before.toISOString()],
  );
}
