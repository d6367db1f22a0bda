import { applyPatches } from '../../core/commands';
import { readKept, type Project } from '../../core/model';
import { CannotOpen } from '../cannot-open';
import type { Database } from '../db';
import { changesAfter, lengthAfter } from '../repositories/changes';
import { snapshotsOf, type SnapshotRow } from '../repositories/snapshots';
import type { ProjectRow } from '../repositories/projects';
import { assemble, type Piece, type Workshop } from '../workshop';
import { readChange, type DocumentSource } from './document-source';
import { growthOf } from './growth';
import { openSnapshot } from './open-snapshot';
import type { SnapshotFiles } from './snapshot-files';
import { SHORT_LOG, withSource } from './with-source';

/** A document as it lies in memory. */
export type Loaded = {
  readonly project: Project;
  readonly revision: number;
  /** The snapshot that stands for it on the disk. */
  readonly snapshot: SnapshotRow;
  /** Characters of its JSON, about. */
  readonly length: number;
  /** Characters of the changes that were replayed. */
  readonly logged: number;
  /** What was found damaged on the way, and made good; null when nothing was. */
  readonly repaired: string | null;
};

const isDamaged = (error: unknown): error is Error => (error as { readonly code?: unknown }).code === 'DAMAGED';

/**
 * A document from its newest snapshot that is whole, and the changes after it: an older one with more of the log gives the same.
 * Throws a `CannotOpen` where none can be read.
 */
export async function loadDocument(db: Database, workshop: Workshop, files: SnapshotFiles, row: ProjectRow): Promise<Loaded> {
  const damages: string[] = [];
  const newest = { revision: row.snapshotRevision, hash: row.snapshotHash };
  const others = (await snapshotsOf(db, row.id)).filter(({ hash }) => hash !== newest.hash);
  for (const snapshot of [newest, ...others]) {
    let found: { readonly project: Project; readonly length: number };
    try {
      // A long log is replayed by a child, from a file: this process neither holds it nor stands still for it.
      if ((await lengthAfter(db, row.id, snapshot.revision)) > SHORT_LOG) {
        const replayed = await withSource(db, files.folder, row.id, snapshot, async ({ source, revision, logged }) => ({ ...(await readThere(workshop, source)), revision, logged }));
        return { ...replayed, snapshot, repaired: sayRepaired(row.name, damages) };
      }
      found = (await readHere(files, snapshot.hash)) ?? (await readThere(workshop, { folder: files.folder, hash: snapshot.hash, changes: [], log: null }));
    } catch (error) {
      if ((error as { code?: unknown }).code === 'CANNOT-OPEN') throw new CannotOpen(`“${row.name}” cannot be opened: ${(error as Error).message}`, true);
      if (!isDamaged(error)) throw error;
      damages.push(error.message);
      continue;
    }
    let { project, length } = found;
    let [revision, logged] = [snapshot.revision, 0];
    for (const kept of await changesAfter(db, row.id, revision)) {
      const change = readChange(kept, row.name);
      length += growthOf(project, change);
      project = applyPatches(project, change.patches).project;
      logged += kept.body.length;
      revision = kept.revision;
      // Others are answered in between.
      if (revision % 20 === 0) await new Promise((resolve) => setImmediate(resolve));
    }
    return { project, revision, snapshot, length, logged, repaired: sayRepaired(row.name, damages) };
  }
  throw new CannotOpen(`“${row.name}” cannot be opened. ${damages.join(' ')} Put it back from a copy of the data folder, or open what can be saved; nothing of the project was changed.`, true);
}

function sayRepaired(name: string, damages: readonly string[]): string | null {
  return damages.length > 0 ? `A file of “${name}” was damaged, and was made good from an older state and the changes after it; nothing is missing. ${damages.join(' ')}` : null;
}

/** What is read in a few milliseconds is read here: a child takes longer to begin. */
const SMALL = 400_000;

async function readHere(files: SnapshotFiles, hash: string): Promise<{ readonly project: Project; readonly length: number } | null> {
  const text = await files.readSmall(hash, SMALL);
  const read = text === null ? null : readKept(text);
  return read?.ok ? { project: read.value, length: text!.length } : null;
}

async function readThere(workshop: Workshop, source: DocumentSource): Promise<{ readonly project: Project; readonly length: number }> {
  const { take, whole } = assemble<Project>();
  const { length } = await workshop.run(openSnapshot, source, (piece) => take(piece as Piece));
  return { project: whole(), length };
}
