import { rm } from 'node:fs/promises';
import path from 'node:path';
import { sameValue, upgradeChange, type Change } from '../../core/commands';
import { VERSION, writeKept, type Project } from '../../core/model';
import type { Database } from '../db';
import { partName } from '../disk';
import { PART, partsOf, writeParts } from '../repositories/change-parts';
import { changesAfter, findChange, insertChange } from '../repositories/changes';
import { findProject, insertProject, listProjects, raiseRevision, setDeleted, setSnapshot, type ProjectRow } from '../repositories/projects';
import { snapshotsOf } from '../repositories/snapshots';
import { holdsMany, type Workshop } from '../workshop';
import { changeText, readChange, type DocumentSource } from './document-source';
import { bodyOf, takeLargeChange } from './judge-change';
import { listingOf } from './listing';
import { loadDocument } from './load-document';
import { writeLog } from './log-file';
import { salvage, type SalvagedFile } from './salvage';
import type { SnapshotFiles } from './snapshot-files';
import { takeChange } from './take-change';
import { withSource } from './with-source';
import { writeSnapshot } from './write-snapshot';

/** A change of the log, as JSON: it goes out as it lies there, and one of many megabytes is neither read nor written out again. */
export type Numbered = { readonly revision: number; readonly body: string };

export type Outcome =
  | { readonly kind: 'applied'; readonly revision: number; readonly missed: readonly Numbered[] }
  | { readonly kind: 'conflict'; readonly revision: number; readonly missed: readonly Numbered[]; readonly conflicts: readonly string[] }
  /** More was missed than one answer holds; nothing was done. */
  | { readonly kind: 'behind'; readonly missed: readonly Numbered[] }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'unknown' };

type Open = { project: Project; revision: number; snapshot: { readonly revision: number; readonly hash: string }; length: number; /** Characters of changes since the snapshot. */ logged: number; readonly repaired: string | null; usedAt: number; writing: Promise<void> | null };

/** Open documents: in memory while they are worked on, in the log before anything is acknowledged. */
export type Documents = {
  readonly list: () => Promise<readonly ProjectRow[]>;
  /** What is known of a project without opening it. */
  readonly about: (id: string) => Promise<ProjectRow | null>;
  /** The document, and what of its files was made good as it was opened. */
  readonly open: (id: string) => Promise<{ readonly project: Project; readonly revision: number; readonly repaired: string | null } | null>;
  readonly create: (id: string, project: Project) => Promise<void>;
  /** Takes up a document whose snapshot is written already. */
  readonly adopt: (id: string, made: { readonly name: string; readonly listing: string; readonly hash: string }) => Promise<void>;
  /** Puts a project aside, or brings it back; false when there is none that this would change. */
  readonly setDeleted: (id: string, deleted: boolean) => Promise<boolean>;
  readonly apply: (id: string, base: number, change: Change) => Promise<Outcome>;
  readonly since: (id: string, revision: number) => Promise<{ readonly revision: number; readonly changes: readonly Numbered[]; /** There are later ones, to be asked for from `revision` on. */ readonly more: boolean } | null>;
  /** Does work in a child that reads the document as it stands from the disk; null when there is none. A snapshot that turns out damaged is made good first. */
  readonly withSource: <T>(id: string, work: (source: DocumentSource) => Promise<T>) => Promise<T | null>;
  /** Makes a project under a new id of what can be read of another, which is left as it is; null when there is no other. */
  readonly salvage: (id: string, into: string) => Promise<SalvagedFile | null>;
  /** Lets go documents that nobody asked for since then (milliseconds as `Date.now`), with a snapshot of what was changed. */
  readonly letGo: (unusedSince: number) => Promise<void>;
};

/** A snapshot is due after so many changes, or so many characters of changes: more is never replayed. */
const SNAPSHOT_EVERY = 200;
const SNAPSHOT_AFTER = 16_000_000;
/** So many characters of changes are answered at once. */
const PAGE = 4_000_000;

export function createDocuments(db: Database, files: SnapshotFiles, workshop: Workshop): Documents {
  const opened = new Map<string, Promise<Open | null>>();
  const lines = new Map<string, Promise<unknown>>();

  /** One after another for each document: a change sees what the one before it left. */
  function inLine<T>(id: string, work: () => Promise<T>): Promise<T> {
    const mine = (lines.get(id) ?? Promise.resolve()).then(work);
    const settled = mine.catch(() => undefined);
    lines.set(id, settled);
    void settled.then(() => lines.get(id) === settled && lines.delete(id));
    return mine;
  }

  /** What is told is on the disk. Changes are only told after that, not made: those that come together share one flush. */
  async function keptFirst<T>(answer: Promise<T>): Promise<T> {
    const told = await answer;
    await db.flushed();
    return told;
  }

  async function find(id: string): Promise<Open | null> {
    let open = opened.get(id);
    if (!open) {
      open = load(id);
      opened.set(id, open);
      open.then((found) => found ?? opened.delete(id), () => opened.delete(id));
    }
    const found = await open;
    if (found) found.usedAt = Date.now();
    return found;
  }

  async function load(id: string): Promise<Open | null> {
    const row = await findProject(db, id);
    if (!row) return null;
    const open: Open = { ...(await loadDocument(db, workshop, files, row)), usedAt: 0, writing: null };
    if (open.repaired !== null) {
      console.error(open.repaired);
      // What could be read is opened, whether or not there is room to write it anew.
      await snapshot(id, open).catch((error: unknown) => console.error(error));
    }
    return open;
  }

  async function missedSince(id: string, revision: number): Promise<readonly Numbered[]> {
    return (await changesAfter(db, id, revision, PAGE)).map((row) => ({ revision: row.revision, body: changeText(row, id) }));
  }

  /** Writes a snapshot of how a document stands now, one at a time. Changes go on meanwhile: the log has them. */
  function snapshot(id: string, open: Open): Promise<void> {
    open.writing ??= writeNow(id, open).finally(() => (open.writing = null));
    return open.writing;
  }

  async function writeNow(id: string, open: Open): Promise<void> {
    const { project, revision, logged } = open;
    const made = await withSource(db, files.folder, id, open.snapshot, async ({ source, ...at }) => ({ ...at, ...(await workshop.run(writeSnapshot, { ...source, name: null })) })).catch(async (error: { code?: unknown }) => {
      // What is in memory is whole, whatever became of the file.
      if (error.code === 'DAMAGED') return { hash: await files.write(writeKept(project)), revision, logged };
      throw error;
    });
    await db.transaction((tx) => setSnapshot(tx, id, { hash: made.hash, revision: made.revision }));
    open.snapshot = { revision: made.revision, hash: made.hash };
    open.logged = Math.max(0, open.logged - made.logged);
  }

  /** Does work with the document as it stands on the disk; null when there is none. A snapshot that turns out damaged is made good first. */
  async function fromDisk<T>(id: string, work: (source: DocumentSource) => Promise<T>): Promise<T | null> {
    const attempt = async () => {
      const row = await findProject(db, id);
      return row && withSource(db, files.folder, id, { revision: row.snapshotRevision, hash: row.snapshotHash }, ({ source }) => work(source));
    };
    try {
      return await attempt();
    } catch (error) {
      if ((error as { code?: unknown }).code !== 'DAMAGED') throw error;
      const wasOpen = opened.get(id);
      const open = await find(id);
      // Opening it makes it good; where it was open already, memory does.
      if (open && wasOpen) await snapshot(id, open);
      return attempt();
    }
  }

  /** What was saved is taken up under a new id. */
  async function adopted(into: string, saved: SalvagedFile): Promise<SalvagedFile> {
    if (saved.kind === 'saved') await adopt(into, saved);
    return saved;
  }

  const adopt: Documents['adopt'] = (id, { name, listing, hash }) => db.transaction((tx) => insertProject(tx, { id, name, listing, snapshotHash: hash }));

  return {
    list: () => listProjects(db),
    about: (id) => findProject(db, id),
    open: (id) => keptFirst(find(id)),
    async create(id, project) {
      const snapshotHash = await files.write(writeKept(project));
      await db.transaction((tx) => insertProject(tx, { id, name: project.name, listing: listingOf(project), snapshotHash }));
    },
    adopt,
    setDeleted: (id, deleted) => inLine(id, async () => {
      opened.delete(id);
      return setDeleted(db, id, deleted);
    }),
    apply: (id, base, made) => keptFirst(inLine(id, async (): Promise<Outcome> => {
      const open = await find(id);
      if (!open) return { kind: 'unknown' };
      const change = upgradeChange(made);
      if (!change) return { kind: 'refused', message: 'This was done in a newer Oak Tumble than the server runs. Start the newer one, then try it again.' };
      const missed = base < open.revision ? await missedSince(id, base) : [];
      if (missed.length > 0 && missed.at(-1)!.revision < open.revision) return { kind: 'behind', missed };
      const large = holdsMany(change) ? await bodyOf(change) : null;
      const body = large ?? JSON.stringify(change);
      const already = await findChange(db, id, change.id);
      if (already !== null) {
        if (already.body !== body && !sameValue(readChange(already, id), change)) return { kind: 'refused', message: `“${change.label}” came under an id that another change has had; it was not done.` };
        return { kind: 'applied', revision: already.revision, missed: missed.filter((one) => one.revision !== already.revision) };
      }
      const taken = large !== null ? await takeLargeChange(workshop, files.folder, open.project, open.length, change, large, async (work) => (await fromDisk(id, work))!) : takeChange(open.project, open.length, change);
      if (taken.kind === 'clashes') return { kind: 'conflict', revision: open.revision, missed, conflicts: [taken.words] };
      if (taken.kind === 'refused') return taken;
      const { project, growth } = taken;
      const revision = open.revision + 1;
      const parts = body.length > PART ? partsOf(body) : [];
      if (parts.length > 0) await writeParts(db, id, change.id, parts);
      await db.commit(async (tx) => {
        if ((await raiseRevision(tx, id, revision, project.name, listingOf(project))) === null) throw new Error(`Revision ${revision} of ${id} is taken`);
        await insertChange(tx, id, { revision, changeId: change.id, label: change.label, version: VERSION, body: parts.length > 0 ? '' : body, parts: parts.length });
      });
      open.project = project;
      open.revision = revision;
      open.length += growth;
      open.logged += body.length;
      // Nobody waits for a snapshot; one that could not be written is tried again with the next change.
      if (revision - open.snapshot.revision >= SNAPSHOT_EVERY || open.logged >= SNAPSHOT_AFTER) snapshot(id, open).catch((error: unknown) => console.error(error));
      return { kind: 'applied', revision, missed };
    })),
    since: (id, revision) => keptFirst(find(id).then(async (open) => {
      if (!open) return null;
      const changes = await missedSince(id, revision);
      // What does not fit is asked for from the last of these on.
      const last = changes[changes.length - 1]?.revision ?? open.revision;
      return { revision: last, changes, more: last < open.revision };
    })),
    withSource: fromDisk,
    async salvage(id, into) {
      const row = await findProject(db, id);
      if (!row) return null;
      const log = path.join(files.folder, partName('log'));
      try {
        const { many } = await writeLog(db, id, 0, log);
        return await adopted(into, await workshop.run(salvage, { folder: files.folder, name: row.name, listing: row.listing, snapshots: [{ revision: row.snapshotRevision, hash: row.snapshotHash }, ...(await snapshotsOf(db, id))], log, many }));
      } finally {
        await rm(log, { force: true });
      }
    },
    async letGo(unusedSince) {
      for (const id of [...opened.keys()]) {
        await inLine(id, async () => {
          const open = await opened.get(id)?.catch(() => null);
          if (!open || open.usedAt > unusedSince) return;
          if (open.revision > open.snapshot.revision) await snapshot(id, open);
          if (open.usedAt <= unusedSince) opened.delete(id);
        }).catch((error: unknown) => console.error(error));
      }
    },
  };
}
