import { closeSync, fsyncSync, openSync } from 'node:fs';

/** Flushes the names in a folder, or the bytes of a file, and waits for it. */
export function flushPlace(place: string): void {
  const handle = openSync(place, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
