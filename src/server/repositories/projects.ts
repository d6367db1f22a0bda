import type { Database } from '../db';
import { insertSnapshot, type SnapshotRow } from './snapshots';

type Db = Pick<Database, 'query'>;

export type ProjectRow = {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly listing: string;
  readonly snapshotHash: string;
  readonly snapshotRevision: number;
};

const COLUMNS = `id, name, revision, to_char(changed_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "changedAt",
  listing, snapshot_hash as "snapshotHash", snapshot_revision as "snapshotRevision"`;

/** All projects, the one changed last first. */
export async function listProjects(db: Db): Promise<readonly ProjectRow[]> {
  const { rows } = await db.query<ProjectRow>(`select ${COLUMNS} from project where deleted_at is null order by changed_at desc, id`);
  return rows;
}

export async function findProject(db: Db, id: string): Promise<ProjectRow | null> {
  // No text of the database holds this character, and so no id.
  if (id.includes('\0')) return null;
  const { rows } = await db.query<ProjectRow>(`select ${COLUMNS} from project where id = $1 and deleted_at is null`, [id]);
  return rows[0] ?? null;
}

/** A new project with its first snapshot. */
export async function insertProject(db: Db, row: Pick<ProjectRow, 'id' | 'name' | 'listing' | 'snapshotHash'>): Promise<void> {
  await db.query('insert into project (id, name, listing, snapshot_hash, snapshot_revision) values ($1, $2, $3, $4, 0)', [row.id, row.name, row.listing, row.snapshotHash]);
  await insertSnapshot(db, row.id, { revision: 0, hash: row.snapshotHash });
}

/** Raises a project to a revision; null when it was not at the one before (somebody was faster). */
export async function raiseRevision(db: Db, id: string, to: number, name: string, listing: string): Promise<number | null> {
  const { rows } = await db.query<{ revision: number }>(
    `update project set revision = $2, name = $3, listing = $4, changed_at = now()
      where id = $1 and revision = $2::integer - 1 returning revision`,
    [id, to, name, listing],
  );
  return rows[0]?.revision ?? null;
}

/** Points a project to a newer snapshot. The older ones stay, to stand in for it. */
export async function setSnapshot(db: Db, id: string, snapshot: SnapshotRow): Promise<void> {
  await insertSnapshot(db, id, snapshot);
  await db.query('update project set snapshot_hash = $2, snapshot_revision = $3 where id = $1', [id, snapshot.hash, snapshot.revision]);
}

/** Puts a project aside, or brings it back; false when there is none that this would change. */
export async function setDeleted(db: Db, id: string, deleted: boolean): Promise<boolean> {
  const { rows } = await db.query<{ id: string }>(
    deleted
      ? 'update project set deleted_at = now() where id = $1 and deleted_at is null returning id'
      : 'update project set deleted_at = null where id = $1 and deleted_at is not null returning id',
    [id],
  );
  return rows.length > 0;
}
