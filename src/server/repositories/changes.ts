import type { Database } from '../db';

type Db = Pick<Database, 'query'>;

export type ChangeRow = { readonly revision: number; readonly changeId: string; readonly version: number; readonly body: string };

/** Changes after a revision, oldest first. */
export async function changesAfter(db: Db, project: string, revision: number): Promise<readonly ChangeRow[]> {
  const { rows } = await db.query<ChangeRow>(
    'select revision, change_id as "changeId", version, body from change where project_id = $1 and revision > $2 order by revision',
    [project, revision],
  );
  return rows;
}

/** The revision that a change brought about, or null when it never arrived. */
export async function revisionOfChange(db: Db, project: string, changeId: string): Promise<number | null> {
  const { rows } = await db.query<{ revision: number }>('select revision from change where project_id = $1 and change_id = $2', [project, changeId]);
  return rows[0]?.revision ?? null;
}

export async function insertChange(db: Db, project: string, row: ChangeRow & { readonly label: string }): Promise<void> {
  await db.query('insert into change (project_id, revision, change_id, label, version, body) values ($1, $2, $3, $4, $5, $6)', [project, row.revision, row.changeId, row.label, row.version, row.body]);
}
