import { createReadStream } from 'node:fs';
import { mkdir, open } from 'node:fs/promises';
import path from 'node:path';
import { createInterface } from 'node:readline';
import type { Database } from '../db';
import { changesAfter, type ChangeRow } from '../repositories/changes';

/** A change of the log, as it lies in a line of a file. */
export type LoggedChange = Pick<ChangeRow, 'revision' | 'version' | 'body'>;

/** So many characters of changes are asked for at once. */
const PAGE = 4_000_000;

/** Writes the log of a project after a revision to a file, a page at a time: it may be longer than this process can hold. Answers how many changes it has, the revision of the last, and the characters of all. */
export async function writeLog(db: Database, id: string, after: number, file: string): Promise<{ readonly many: number; readonly last: number; readonly length: number }> {
  await mkdir(path.dirname(file), { recursive: true });
  const handle = await open(file, 'wx');
  try {
    let [many, last, length] = [0, after, 0];
    for (;;) {
      const page = await changesAfter(db, id, last, PAGE);
      for (const { revision, version, body } of page) {
        await handle.write(`${JSON.stringify({ revision, version, body })}\n`);
        [many, last, length] = [many + 1, revision, length + body.length];
      }
      if (page.length === 0) return { many, last, length };
    }
  } finally {
    await handle.close();
  }
}

/** The changes that lie in such a file, in order. */
export async function* readLog(file: string): AsyncGenerator<LoggedChange> {
  for await (const line of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) if (line !== '') yield JSON.parse(line) as LoggedChange;
}
