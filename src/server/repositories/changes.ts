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

/** The change that came under an id, or null when none did. */
export async function findChange(db: Db, project: string, changeId: string): Promise<ChangeRow | null> {
  const { rows } = await db.query<ChangeRow>('select revision, change_id as "changeId", version, body from change where project_id = $1 and change_id = $2', [project, changeId]);
  return rows[0] ?? null;
}

export async function insertChange(db: Db, project: string, row: ChangeRow & { readonly label: string }): Promise<void> {
  await db.query('insert into change (project_id, revision, change_id, label, version, body) values ($1, $2, $3, $4, $5, $6)', [project, row.revision, row.changeId, row.label, row.version, row.body]);
}

/** Whether any change, of any project, holds a word (a media hash). */
export async function isNamedInLog(db: Db, word: string): Promise<boolean> {
  const { rows } = await db.query<{ found: boolean }>('select exists (select 1 from change where position($1 in body) > 0) as found', [word]);
  return rows[0]!.found;
}
