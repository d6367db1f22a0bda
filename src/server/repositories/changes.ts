import type { Database } from '../db';
import { readParts } from './change-parts';

type Db = Pick<Database, 'query'>;

export type ChangeRow = { readonly revision: number; readonly changeId: string; readonly version: number; readonly body: string };

/** A row as it is kept: the body of a large change lies in so many parts. */
type Kept = ChangeRow & { readonly parts: number };

const COLUMNS = 'revision, change_id as "changeId", version, body, parts';
const BYTES = `octet_length(body) + case when parts = 0 then 0
  else (select sum(octet_length(part.body)) from change_part part where part.project_id = change.project_id and part.change_id = change.change_id) end`;

/** So many changes are looked at in one query. */
const ROWS = 400;

/** Changes after a revision, oldest first: those that come to so many bytes together at the most, but one at the least. No query brings more than a few megabytes. */
export async function changesAfter(db: Db, project: string, revision: number, most = Infinity): Promise<readonly ChangeRow[]> {
  const found: ChangeRow[] = [];
  let [after, room] = [revision, most];
  for (;;) {
    const { rows: sizes } = await db.query<{ revision: number; bytes: number }>(`select revision, (${BYTES})::float8 as bytes from change where project_id = $1 and revision > $2 order by revision limit $3`, [project, after, ROWS]);
    let [last, taken] = [after, 0];
    for (const { revision: one, bytes } of sizes) {
      if (last > after && taken + bytes > PIECE) break;
      if (found.length + taken > 0 && taken + bytes > room) break;
      [last, taken] = [one, taken + bytes];
    }
    if (last === after) return found;
    const { rows } = await db.query<Kept>(`select ${COLUMNS} from change where project_id = $1 and revision > $2 and revision <= $3 order by revision`, [project, after, last]);
    for (const row of rows) found.push(await whole(db, project, row));
    [after, room] = [last, room - taken];
    if (room <= 0 || (sizes.length < ROWS && last === sizes[sizes.length - 1]!.revision)) return found;
  }
}

async function whole(db: Db, project: string, { parts, ...row }: Kept): Promise<ChangeRow> {
  return parts === 0 ? row : { ...row, body: await readParts(db, project, row.changeId, parts) };
}

/** Bytes of the changes of a project after a revision. */
export async function lengthAfter(db: Db, project: string, revision: number): Promise<number> {
  const { rows } = await db.query<{ bytes: number | null }>(`select sum(${BYTES})::float8 as bytes from change where project_id = $1 and revision > $2`, [project, revision]);
  return rows[0]?.bytes ?? 0;
}

const PIECE = 4_000_000;

/** The change that came under an id, or null when none did. */
export async function findChange(db: Db, project: string, changeId: string): Promise<ChangeRow | null> {
  const { rows } = await db.query<Kept>(`select ${COLUMNS} from change where project_id = $1 and change_id = $2`, [project, changeId]);
  return rows[0] ? whole(db, project, rows[0]) : null;
}

/** Puts a change into the log; a large one with an empty body, and the number of its parts, which are written before. */
export async function insertChange(db: Db, project: string, row: Kept & { readonly label: string }): Promise<void> {
  await db.query('insert into change (project_id, revision, change_id, label, version, body, parts) values ($1, $2, $3, $4, $5, $6, $7)', [project, row.revision, row.changeId, row.label, row.version, row.body, row.parts]);
}

/** Whether any change, of any project, holds a word (a media hash). */
export async function isNamedInLog(db: Db, word: string): Promise<boolean> {
  const { rows } = await db.query<{ found: boolean }>('select exists (select 1 from change where position($1 in body) > 0) or exists (select 1 from change_part where position($1 in body) > 0) as found', [word]);
  return rows[0]!.found;
}
