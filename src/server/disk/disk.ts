import { mkdir, open, readFile, rename, rm, writeFile } from 'node:fs/promises';

/** What keeping a file asks of the machine. A test hands in one that fails, or that forgets what was not flushed. */
export type Disk = {
  readonly makeFolder: (folder: string) => Promise<void>;
  /** Writes a new file; answers when its bytes are flushed. */
  readonly write: (file: string, bytes: Uint8Array) => Promise<void>;
  readonly rename: (from: string, to: string) => Promise<void>;
  /** Answers when the bytes of a file, or the names in a folder, are flushed: a rename alone may be undone by a power cut. */
  readonly flush: (place: string) => Promise<void>;
  readonly read: (file: string) => Promise<Uint8Array>;
  readonly remove: (file: string) => Promise<void>;
};

export const nodeDisk: Disk = {
  makeFolder: async (folder) => void (await mkdir(folder, { recursive: true })),
  write: (file, bytes) => writeFile(file, bytes, { flush: true }),
  rename,
  async flush(place) {
    const handle = await open(place, 'r');
    try {
      await handle.sync();
    } finally {
      await handle.close();
    }
  },
  read: (file) => readFile(file),
  remove: (file) => rm(file, { force: true }),
};
