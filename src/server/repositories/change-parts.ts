import type { Database } from '../db';

type Db = Pick<Database, 'query'>;

/** Characters of a part, about: the database is at one for some milliseconds. A longer text is a large one. */
export const PART = 128_000;

/**
 * A long JSON text in parts that give it when they are put together. It is cut behind the end of a text or a comma, so that no name of a file, which
 * holds neither, lies in two of them.
 */
export function partsOf(body: string): readonly string[] {
  const parts: string[] = [];
  for (let from = 0; from < body.length; ) {
    const end = from + PART;
    const cut = end >= body.length ? body.length : 1 + Math.max(body.lastIndexOf('"', end - 1), body.lastIndexOf(',', end - 1));
    // A text that is longer than a part has no such place; what two code units stand for stays together.
    const to = cut > from ? cut : isHigh(body.charCodeAt(end - 1)) ? end - 1 : end;
    parts.push(body.slice(from, to));
    from = to;
  }
  return parts;
}

const isHigh = (unit: number) => unit >= 0xd800 && unit < 0xdc00;

/**
 * Writes the parts of a change that is about to be made, each by itself: others are answered in between. They count once the change stands in the log;
 * who waits until that is on the disk finds them there as well. Those of an attempt that was cut off give way.
 */
export async function writeParts(db: Pick<Database, 'commit'>, project: string, changeId: string, parts: readonly string[]): Promise<void> {
  await db.commit((tx) => tx.query('delete from change_part where project_id = $1 and change_id = $2', [project, changeId]));
  for (const [part, body] of parts.entries()) await db.commit((tx) => tx.query('insert into change_part (project_id, change_id, part, body) values ($1, $2, $3, $4)', [project, changeId, part, body]));
}

/** The text that so many parts of a change give. */
export async function readParts(db: Db, project: string, changeId: string, many: number): Promise<string> {
  const bodies: string[] = [];
  for (let part = 0; part < many; part++) {
    const { rows } = await db.query<{ body: string }>('select body from change_part where project_id = $1 and change_id = $2 and part = $3', [project, changeId, part]);
    bodies.push(rows[0]!.body);
  }
  return bodies.join('');
}

/** Forgets parts that were written before a time for a change that never came to be. */
export async function forgetLostParts(db: Db, before: Date): Promise<void> {
  await db.query(
    `delete from change_part lost where made_at < $1 and
       not exists (select 1 from change where change.project_id = lost.project_id and change.change_id = lost.change_id)`,
    [before.toISOString()],
  );
}
