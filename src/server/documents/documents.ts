import { applyPatches, upgradeChange, validateTouched, type Change } from '../../core/commands';
import { inOrder, member, readKept, sayIssue, VERSION, writeProject, type Project } from '../../core/model';
import { CannotOpen } from '../cannot-open';
import type { Database } from '../db';
import { changesAfter, insertChange, revisionOfChange, type ChangeRow } from '../repositories/changes';
import { findProject, insertProject, listProjects, raiseRevision, setDeleted, setSnapshot, type ProjectRow } from '../repositories/projects';
import { DamagedSnapshot, type SnapshotFiles } from './snapshot-files';

export type Numbered = { readonly revision: number; readonly change: Change };

export type Outcome =
  | { readonly kind: 'applied'; readonly revision: number; readonly missed: readonly Numbered[] }
  | { readonly kind: 'conflict'; readonly revision: number; readonly missed: readonly Numbered[]; readonly conflicts: readonly string[] }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'unknown' };

type Open = { project: Project; revision: number; snapshotRevision: number };

/** Open documents: in memory while they are worked on, in the log before anything is acknowledged. */
export type Documents = {
  readonly list: () => Promise<readonly ProjectRow[]>;
  readonly open: (id: string) => Promise<{ readonly project: Project; readonly revision: number } | null>;
  readonly create: (id: string, project: Project) => Promise<void>;
  /** Puts a project aside, or brings it back; false when there is none that this would change. */
  readonly setDeleted: (id: string, deleted: boolean) => Promise<boolean>;
  readonly apply: (id: string, base: number, change: Change) => Promise<Outcome>;
  readonly since: (id: string, revision: number) => Promise<{ readonly revision: number; readonly changes: readonly Numbered[] } | null>;
};

/** A snapshot is due after so many changes. */
const SNAPSHOT_EVERY = 200;

export function createDocuments(db: Database, files: SnapshotFiles): Documents {
  const opened = new Map<string, Promise<Open | null>>();
  const lines = new Map<string, Promise<unknown>>();

  /** One after another for each document: a change sees what the one before it left. */
  function inLine<T>(id: string, work: () => Promise<T>): Promise<T> {
    const mine = (lines.get(id) ?? Promise.resolve()).then(work);
    lines.set(id, mine.catch(() => undefined));
    return mine;
  }

  /** What is told is on the disk. Changes are only told after that, not made: those that come together share one flush. */
  async function keptFirst<T>(answer: Promise<T>): Promise<T> {
    const told = await answer;
    await db.flushed();
    return told;
  }

  function find(id: string): Promise<Open | null> {
    let open = opened.get(id);
    if (!open) {
      open = load(id);
      opened.set(id, open);
      open.then((found) => found ?? opened.delete(id), () => opened.delete(id));
    }
    return open;
  }

  async function load(id: string): Promise<Open | null> {
    const row = await findProject(db, id);
    if (!row) return null;
    const text = await files.read(row.snapshotHash).catch((error: unknown) => {
      if (!(error instanceof DamagedSnapshot)) throw error;
      throw new CannotOpen(`“${row.name}” cannot be opened. ${error.message} Put it back from a copy of the data folder; nothing of the project was changed.`);
    });
    const read = readKept(text);
    if (!read.ok) throw new CannotOpen(`“${row.name}” cannot be opened: ${read.issues.map(sayIssue).join(' ')}`);
    let { value: project } = read;
    let revision = row.snapshotRevision;
    for (const kept of await changesAfter(db, id, revision)) {
      project = applyPatches(project, readRow(kept, row.name).patches).project;
      revision = kept.revision;
    }
    return { project, revision, snapshotRevision: row.snapshotRevision };
  }

  async function missedSince(id: string, revision: number): Promise<readonly Numbered[]> {
    return (await changesAfter(db, id, revision)).map((row) => ({ revision: row.revision, change: readRow(row, id) }));
  }

  async function snapshot(id: string, open: Open): Promise<void> {
    const { project, revision } = open;
    const hash = await files.write(writeProject(project));
    await setSnapshot(db, id, hash, revision);
    open.snapshotRevision = revision;
  }

  return {
    list: () => listProjects(db),
    open: (id) => keptFirst(find(id)),
    async create(id, project) {
      const snapshotHash = await files.write(writeProject(project));
      await insertProject(db, { id, name: project.name, listing: listingOf(project), snapshotHash });
    },
    setDeleted: (id, deleted) => inLine(id, async () => {
      opened.delete(id);
      return setDeleted(db, id, deleted);
    }),
    apply: (id, base, made) => keptFirst(inLine(id, async (): Promise<Outcome> => {
      const open = await find(id);
      if (!open) return { kind: 'unknown' };
      const change = upgradeChange(made);
      if (!change) return { kind: 'refused', message: 'This was done in a newer Oak Tumble than the server runs. Start the newer one, then try it again.' };
      const already = await revisionOfChange(db, id, change.id);
      if (already !== null) return { kind: 'applied', revision: already, missed: (await missedSince(id, base)).filter((one) => one.change.id !== change.id) };
      const missed = base < open.revision ? await missedSince(id, base) : [];
      const { project, clashes } = applyPatches(open.project, change.patches);
      if (clashes.length > 0) {
        return { kind: 'conflict', revision: open.revision, missed, conflicts: [`“${change.label}” was not done: ${clashes[0]!.gone ? 'what it changes was deleted' : 'the same was changed elsewhere'} meanwhile.`] };
      }
      const words = safely(() => validateTouched(project, change.patches));
      if (words.length > 0) return { kind: 'refused', message: words.join(' ') };
      const revision = open.revision + 1;
      await db.commit(async (tx) => {
        if ((await raiseRevision(tx, id, revision, project.name, listingOf(project))) === null) throw new Error(`Revision ${revision} of ${id} is taken`);
        await insertChange(tx, id, { revision, changeId: change.id, label: change.label, version: VERSION, body: JSON.stringify(change) });
      });
      open.project = project;
      open.revision = revision;
      if (revision - open.snapshotRevision >= SNAPSHOT_EVERY) await snapshot(id, open);
      return { kind: 'applied', revision, missed };
    })),
    since: (id, revision) => keptFirst(find(id).then(async (open) => open && { revision: open.revision, changes: await missedSince(id, revision) })),
  };
}

/** A change from the log, whatever version made it. */
function readRow(row: ChangeRow, project: string): Change {
  const change = upgradeChange({ ...(JSON.parse(row.body) as Change), version: row.version });
  if (!change) throw new CannotOpen(`“${project}” was worked on in a newer Oak Tumble (version ${row.version}); this one reads up to version ${VERSION}. Update, then open it again.`);
  return change;
}

/** A change may put anything anywhere; what the checks themselves stumble over is refused as well. */
function safely(check: () => readonly string[]): readonly string[] {
  try {
    return check();
  } catch {
    return ['This change does not fit the document.'];
  }
}

function listingOf(project: Project): string {
  const main = member(project.compositions.by, project.main);
  return JSON.stringify({
    main: main ? { id: main.id, width: main.width, height: main.height, rate: main.rate, duration: main.duration } : null,
    compositions: inOrder(project.compositions).length,
  });
}
