import { createWriteStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { writeBundle } from '../../bundle';
import { writeProject } from '../../core/model';
import { mediaFiles } from '../media';
import { job } from '../workshop';
import { readSource, type DocumentSource } from './document-source';

/** Writes a document as a file to keep; with a folder of media, as a zip of it and its media. */
export const exportFile = job<DocumentSource & { readonly media: string | null; readonly file: string }, null>({
  name: 'export-file',
  deadline: 300_000,
  memory: 1_500_000_000,
  rank: 1,
  async run({ media, file, ...source }) {
    const project = await readSource(source);
    if (media === null) await writeFile(file, writeProject(project));
    else await pipeline(Readable.from(writeBundle(project, mediaFiles(media))), createWriteStream(file));
    return null;
  },
});
