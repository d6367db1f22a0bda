import { writeFile } from 'node:fs/promises';
import { readSource, type DocumentSource } from '../documents';
import { mediaFiles } from '../media';
import { job } from '../workshop';
import { paintStrip } from './paint-strip';

/** Paints the strip of a document into a file; tells whether there was anything to paint. */
export const paintStill = job<DocumentSource & { readonly media: string; readonly file: string }, { readonly painted: boolean }>({
  name: 'paint-still',
  deadline: 15_000,
  memory: 1_000_000_000,
  rank: 2,
  async run({ media, file, ...source }) {
    const png = await paintStrip(await readSource(source), mediaFiles(media));
    if (png) await writeFile(file, png);
    return { painted: png !== null };
  },
});
