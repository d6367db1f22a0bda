import { createHash } from 'node:crypto';
import { appendFile } from 'node:fs/promises';
import { readBundle } from '../../bundle';
import { writeKept } from '../../core/model';
import { mediaFiles } from '../media';
import { job } from '../workshop';
import { listingOf } from './listing';
import { snapshotFiles } from './snapshot-files';

export type Imported =
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'read'; readonly name: string; readonly listing: string; readonly hash: string; readonly missing: readonly string[] };

/** Reads a project file, or a zip of one with its media, that lies in a folder of the server: keeps the media, and writes the first snapshot. Media that are new here are noted before, in case it never comes to an end. */
export const importFile = job<{ readonly file: string; readonly note: string; readonly snapshots: string; readonly media: string }, Imported>({
  name: 'import-file',
  deadline: 120_000,
  memory: 1_500_000_000,
  rank: 1,
  async run({ file, note, snapshots, media }) {
    const store = mediaFiles(media);
    const read = await readBundle(file, {
      ...store,
      async keep(bytes, mime) {
        await appendFile(note, `${createHash('sha256').update(bytes).digest('hex')}\n`);
        return store.keep(bytes, mime);
      },
    });
    if (!read.ok) return { kind: 'refused', message: read.message };
    const hash = await snapshotFiles(snapshots).write(writeKept(read.project));
    return { kind: 'read', name: read.project.name, listing: listingOf(read.project), hash, missing: read.missing };
  },
});
