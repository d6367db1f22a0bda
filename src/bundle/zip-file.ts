import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl';

/** A zip that is read piece by piece: nothing of it is believed before it was counted. */
export type Zip = {
  readonly names: readonly string[];
  /** The bytes of an entry, as long as they are no more than the limit, whatever the zip says of them; null when they are more. */
  readonly read: (name: string, limit: number) => Promise<Buffer | null>;
  readonly close: () => void;
};

/** A zip with more entries than this is none of ours. */
const MOST_ENTRIES = 20_000;

/** Opens a zip at a path, or one in memory. Throws where it is none, is cut off, or has more entries than one may. */
export async function openZip(source: string | Uint8Array): Promise<Zip> {
  const zip = await new Promise<ZipFile>((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, strictFileNames: false } as const;
    const opened = (error: Error | null, file?: ZipFile) => (error || !file ? reject(error ?? new Error('no zip')) : resolve(file));
    if (typeof source === 'string') open(source, options, opened);
    else fromBuffer(Buffer.from(source.buffer, source.byteOffset, source.byteLength), options, opened);
  });
  if (zip.entryCount > MOST_ENTRIES) throw new TooMany(`This zip has ${zip.entryCount} entries; a project has at most ${MOST_ENTRIES}.`);
  const entries = new Map<string, Entry>();
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', (entry: Entry) => {
      // Of two that are called alike the first counts.
      if (!entries.has(entry.fileName)) entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', resolve);
    zip.on('error', reject);
    zip.readEntry();
  });
  return {
    names: [...entries.keys()],
    read: (name, limit) => readEntry(zip, entries.get(name)!, limit),
    close: () => zip.close(),
  };
}

/** A zip that is too much, in words for a person. */
export class TooMany extends Error {}

function readEntry(zip: ZipFile, entry: Entry, limit: number): Promise<Buffer | null> {
  if (entry.uncompressedSize > limit) return Promise.resolve(null);
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error || !stream) return reject(error ?? new Error('no entry'));
      const parts: Buffer[] = [];
      let size = 0;
      stream.on('data', (part: Buffer) => {
        size += part.length;
        parts.push(part);
        if (size <= limit) return;
        stream.destroy();
        resolve(null);
      });
      stream.on('end', () => resolve(Buffer.concat(parts)));
      stream.on('error', reject);
    });
  });
}
