import { createReadStream } from 'node:fs';
import { mkdir, open } from 'node:fs/promises';
import path from 'node:path';
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
        // The body as it stands: one of many megabytes is neither quoted nor read here.
        await handle.write(`${revision} ${version} ${body}\n`);
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
  for await (const line of linesOf(file)) {
    const parts = /^(\d+) (\d+) /.exec(line);
    if (parts) yield { revision: Number(parts[1]), version: Number(parts[2]), body: line.slice(parts[0].length) };
  }
}

/** Lines that end with a line feed and nothing else: words may hold other signs that break lines. */
async function* linesOf(file: string): AsyncGenerator<string> {
  let begun: string[] = [];
  for await (const chunk of createReadStream(file, 'utf8')) {
    const [first, ...others] = (chunk as string).split('\n');
    begun.push(first!);
    for (const next of others) {
      yield begun.join('');
      begun = [next];
    }
  }
  yield begun.join('');
}
