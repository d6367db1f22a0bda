import { randomUUID } from 'node:crypto';
import path from 'node:path';
import type { Disk } from './disk';

/** How a file is called until it is whole: a name of its own, since two may bring the same at once. */
export const partName = (name: string) => `${name}.${randomUUID()}.part`;

/**
 * Keeps a file under its name for good: written beside and flushed, renamed, and its folder flushed. A kill or a power cut
 * leaves the file whole or not there; a failure leaves nothing behind.
 */
export async function keepFile(disk: Disk, folder: string, name: string, bytes: Uint8Array): Promise<void> {
  await disk.makeFolder(folder);
  const beside = path.join(folder, partName(name));
  try {
    await disk.write(beside, bytes);
    await settleFile(disk, beside, path.join(folder, name));
  } catch (error) {
    await disk.remove(beside).catch(() => undefined);
    throw error;
  }
}

/** Gives a file that is written and flushed its name for good. */
export async function settleFile(disk: Disk, beside: string, file: string): Promise<void> {
  await disk.rename(beside, file);
  await disk.flush(path.dirname(file));
}
