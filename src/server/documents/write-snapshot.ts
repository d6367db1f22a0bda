import { writeKept } from '../../core/model';
import { job } from '../workshop';
import { readSource, type DocumentSource } from './document-source';
import { snapshotFiles } from './snapshot-files';

/** Writes a new snapshot from an older one and the changes after it, under another name where one is given. Answers its hash. */
export const writeSnapshot = job<DocumentSource & { readonly name: string | null }, { readonly hash: string }>({
  name: 'write-snapshot',
  deadline: 120_000,
  memory: 1_500_000_000,
  rank: 1,
  async run({ name, ...source }) {
    const project = await readSource(source);
    return { hash: await snapshotFiles(source.folder).write(writeKept(name === null ? project : { ...project, name })) };
  },
});
