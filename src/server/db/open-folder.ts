import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, rmdirSync } from 'node:fs';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { sayFault } from '../../core/model';
import { bringOver, finishBringing, MAJOR } from './bring-over';
import { flushPlace } from './flush-place';
import { FlushedFolder, type FailedWrite } from './flushed-folder';

/**
 * As the package starts its database, but with flushing, by the one call that its file layer passes on. A new piece of log is not
 * filled with zeros first: written in one go, it lies in the system's memory in pieces of megabytes, and each of them counts as
 * written whenever a few bytes of it are flushed.
 */
const START = [...PGlite.defaultStartParams.filter((parameter) => parameter !== '-F'), '-c', 'wal_sync_method=fsync', '-c', 'wal_init_zero=off'];

const unexpected: FailedWrite = () => undefined;

/**
 * The database in a folder. Only a folder that is empty, or not there, gets a new one; it is made beside and put in place
 * when it is whole. One of another PostgreSQL is brought over, and kept as it was. Whatever else does not open is left as it is, and refused in words. `empty` is an archive of an empty
 * database, which spares making one; null where there is none. `failed` hears of a write or a flush that did not happen.
 */
export async function openFolder(folder: string, empty: string | null, failed = unexpected, open = openFlushed): Promise<PGlite> {
  finishBringing(folder);
  const held = existsSync(folder) ? readdirSync(folder) : [];
  if (held.length === 0) await begin(folder, empty);
  else if (!held.includes('PG_VERSION')) throw new Error(`The folder ${folder} holds files, but not the one that says which database they are (PG_VERSION). Nothing in it was changed. Put that file back from a copy of the folder, or start with another data folder.`);
  else {
    const major = versionOf(folder);
    if (major !== MAJOR && /^\d+$/.test(major)) await bringOver(folder, major, (made) => openFlushed(made, unexpected, undefined, archiveAt(empty)));
  }
  try {
    return await open(folder, failed);
  } catch (error) {
    const version = versionOf(folder);
    // The database's own file system throws bare numbers.
    throw new Error(`The files in ${folder} (version ${version || 'unknown'}) could not be opened as a database${(error as Error).message ? `: ${sayFault(error)}` : ''}. Nothing in it was thrown away: keep a copy of the folder before anything else is tried.`, { cause: error });
  }
}

/** Opens a folder that holds a database; what it flushes is on the disk. */
export function openFlushed(folder: string, failed: FailedWrite, files = new FlushedFolder(folder, failed), archive?: Blob): Promise<PGlite> {
  return PGlite.create({ fs: files, startParams: START, ...(archive ? { loadDataDir: archive } : {}) });
}

async function begin(folder: string, empty: string | null): Promise<void> {
  const begun = `${folder}.begun`;
  // What an earlier start did not finish never held anything.
  rmSync(begun, { recursive: true, force: true });
  mkdirSync(path.dirname(folder), { recursive: true });
  const first = await openFlushed(begun, unexpected, undefined, archiveAt(empty));
  // The archive's log was written in one go as well.
  await first.exec('select pg_switch_wal()');
  await first.close();
  if (existsSync(folder)) rmdirSync(folder);
  renameSync(begun, folder);
  flushPlace(path.dirname(folder));
}

const versionOf = (folder: string) => readFileSync(path.join(folder, 'PG_VERSION'), 'utf8').trim();
const archiveAt = (empty: string | null) => (empty !== null && existsSync(empty) ? new Blob([readFileSync(empty)]) : undefined);
