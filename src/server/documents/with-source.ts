import { rm } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db';
import { partName, sayDisk } from '../disk';
import { changesAfter, lengthAfter } from '../repositories/changes';
import type { SnapshotRow } from '../repositories/snapshots';
import type { DocumentSource } from './document-source';
import { writeLog } from './log-file';

/** Characters of changes that are handed over as they are; more lie in a file. */
export const SHORT_LOG = 400_000;

/** What is read for a child: where the document is, the revision that it gives, and the characters of its changes. */
export type SourceAt = { readonly source: DocumentSource; readonly revision: number; readonly logged: number };

/** Does work with a document on the disk, a snapshot and the changes after it: a long log lies in a file meanwhile, so that this process neither holds it nor stands still for it. */
export async function withSource<T>(db: Database, folder: string, id: string, { revision, hash }: SnapshotRow, work: (at: SourceAt) => Promise<T>): Promise<T> {
  if ((await lengthAfter(db, id, revision)) > SHORT_LOG) {
    const log = path.join(folder, partName('log'));
    try {
      // A disk without room is no reason not to read.
      const made = await writeLog(db, id, revision, log).catch((error: unknown) => { if (sayDisk(error) === null) throw error; return null; });
      if (made) return await work({ source: { folder, hash, changes: [], log }, revision: made.last, logged: made.length });
    } finally {
      await rm(log, { force: true });
    }
  }
  const changes = await changesAfter(db, id, revision);
  return work({ source: { folder, hash, changes, log: null }, revision: changes.at(-1)?.revision ?? revision, logged: changes.reduce((sum, { body }) => sum + body.length, 0) });
}
