import { createReadStream } from 'node:fs';
import path from 'node:path';
import { createGunzip } from 'node:zlib';
import { applyPatches } from '../../core/commands';
import { newComposition, newProject, salvageProject, writeKept, type Project } from '../../core/model';
import type { SnapshotRow } from '../repositories/snapshots';
import { job } from '../workshop';
import { readChange } from './document-source';
import { listingOf } from './listing';
import { readLog } from './log-file';
import { MOST_BYTES, snapshotFiles } from './snapshot-files';

export type SalvagedFile =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'saved'; readonly name: string; readonly listing: string; readonly hash: string; /** What is missing, in words. */ readonly lost: string };

/** Makes a document of what can be read of a project's snapshots and log, beside what is there; nothing of that is touched. */
export const salvage = job<{ readonly folder: string; readonly name: string; /** What the list at home knows of it. */ readonly listing: string; readonly snapshots: readonly SnapshotRow[]; /** A file with a change of the log in each line, in order; how many there are. */ readonly log: string; readonly many: number }, SalvagedFile>({
  name: 'salvage',
  deadline: 120_000,
  memory: 1_500_000_000,
  rank: 1,
  async run({ folder, name, listing, snapshots, log, many }) {
    const kept = async (hash: string) => salvageProject(await readTorn(path.join(folder, `${hash}.json.gz`)));
    for (const { revision, hash } of [...snapshots, FROM_NOTHING]) {
      // Where no state is left at all, what was done since the beginning still tells what was made.
      const found = hash !== FROM_NOTHING.hash ? await kept(hash) : many === 0 ? null : { project: emptyFor(name, listing), cut: false, lost: 0 };
      if (!found) continue;
      let { project } = found;
      let left = 0;
      for await (const row of readLog(log)) {
        if (row.revision <= revision) continue;
        const done = attempt(() => applyPatches(project, readChange(row, name).patches));
        if (!done || done.clashes.length > 0) left++;
        if (done) project = done.project;
      }
      const read = salvageProject(writeKept({ ...project, name: `${name}, what was saved` }));
      if (!read) continue;
      const lost = found.lost + read.lost;
      const words = [hash === FROM_NOTHING.hash && 'none of its states was left, and it was made from what was done since the beginning', found.cut && 'the end of its file is missing', lost > 0 && `${lost} things in it could not be read`, left > 0 && `${left} of its ${many} changes did not fit`].filter((one) => one !== false);
      return { kind: 'saved', name: read.project.name, listing: listingOf(read.project), hash: await snapshotFiles(folder).write(writeKept(read.project)), lost: words.length > 0 ? `Not all of it: ${words.join(', ')}.` : 'Nothing seems to be missing.' };
    }
    return { kind: 'nothing' };
  },
});

/** Before the first change. */
const FROM_NOTHING: SnapshotRow = { revision: 0, hash: '' };

/** An empty project whose film is as the list at home knows it. */
function emptyFor(name: string, listing: string): Project {
  const { main } = JSON.parse(listing) as { readonly main: { readonly id: string; readonly width: number; readonly height: number; readonly rate: [number, number]; readonly duration: number } | null };
  const { id, ...size } = main ?? { id: 'main', width: 1280, height: 720, rate: [30, 1] as [number, number], duration: 300 };
  return newProject(name, newComposition(id, 'Main', size));
}

/** The text of a compressed file as far as it can be unpacked. */
async function readTorn(file: string): Promise<string> {
  const parts: Buffer[] = [];
  try {
    const unpacked = createGunzip({ finishFlush: 2 });
    // A file that cannot be read holds nothing; without its end nobody would hear of it.
    createReadStream(file).on('error', () => unpacked.end()).pipe(unpacked);
    let bytes = 0;
    for await (const part of unpacked) {
      parts.push(part as Buffer);
      if ((bytes += (part as Buffer).length) > MOST_BYTES) return '';
    }
  } catch {
    // What came before the fault is what there is.
  }
  return Buffer.concat(parts).toString('utf8');
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
