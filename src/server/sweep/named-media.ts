import { snapshotFiles } from '../documents';
import { job } from '../workshop';

/** Every media hash that stands in one of these snapshots; one that cannot be read is told, since it may name anything. */
export const namedMedia = job<{ readonly folder: string; readonly snapshots: readonly string[] }, { readonly hashes: readonly string[]; readonly unread: number }>({
  name: 'named-media',
  deadline: 600_000,
  memory: 1_000_000_000,
  rank: 2,
  async run({ folder, snapshots }) {
    const hashes = new Set<string>();
    let unread = 0;
    for (const snapshot of snapshots) {
      const text = await snapshotFiles(folder).read(snapshot).catch(() => null);
      if (text === null) unread++;
      else for (const [hash] of text.matchAll(/\b[0-9a-f]{64}\b/g)) hashes.add(hash);
    }
    return { hashes: [...hashes], unread };
  },
});
