import { createReadStream } from 'node:fs';
import path from 'node:path';
import { createGunzip } from 'node:zlib';
import { applyPatches } from '../../core/commands';
import { salvageProject, writeKept } from '../../core/model';
import type { ChangeRow } from '../repositories/changes';
import type { SnapshotRow } from '../repositories/snapshots';
import { job } from '../workshop';
import { readChange } from './document-source';
import { listingOf } from './listing';
import { snapshotFiles } from './snapshot-files';

export type SalvagedFile =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'saved'; readonly name: string; readonly listing: string; readonly hash: string; /** What is missing, in words. */ readonly lost: string };

/** Makes a document of what can be read of a project's snapshots and log, beside what is there; nothing of that is touched. */
export const salvage = job<{ readonly folder: string; readonly name: string; readonly snapshots: readonly SnapshotRow[]; readonly changes: readonly Pick<ChangeRow, 'revision' | 'version' | 'body'>[] }, SalvagedFile>({
  name: 'salvage',
  deadline: 120_000,
  memory: 1_500_000_000,
  rank: 1,
  async run({ folder, name, snapshots, changes }) {
    for (const { revision, hash } of snapshots) {
      const found = salvageProject(await readTorn(path.join(folder, `${hash}.json.gz`)));
      if (!found) continue;
      let { project } = found;
      let left = 0;
      for (const row of changes.filter((one) => one.revision > revision)) {
        const done = attempt(() => applyPatches(project, readChange(row, name).patches));
        if (!done || done.clashes.length > 0) left++;
        if (done) project = done.project;
      }
      const read = salvageProject(writeKept({ ...project, name: `${name}, what was saved` }));
      if (!read) continue;
      const lost = found.lost + read.lost;
      const words = [found.cut && 'the end of its file is missing', lost > 0 && `${lost} things in it could not be read`, left > 0 && `${left} of its ${changes.length} changes did not fit`].filter((one) => one !== false);
      return { kind: 'saved', name: read.project.name, listing: listingOf(read.project), hash: await snapshotFiles(folder).write(writeKept(read.project)), lost: words.length > 0 ? `Not all of it: ${words.join(', ')}.` : 'Nothing seems to be missing.' };
    }
    return { kind: 'nothing' };
  },
});

/** The text of a compressed file as far as it can be unpacked. */
async function readTorn(file: string): Promise<string> {
  const parts: Buffer[] = [];
  try {
    for await (const part of createReadStream(file).on('error', () => undefined).pipe(createGunzip({ finishFlush: 2 }))) parts.push(part as Buffer);
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
