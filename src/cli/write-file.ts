import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { Refusal } from './refusal';
import { whyNot } from './why-not';

/** Makes a folder with those around it, or refuses in words. */
export async function makeFolder(place: string): Promise<void> {
  await mkdir(place, { recursive: true }).catch((error: unknown) => {
    throw new Refusal(`The folder ${place} cannot be made: ${whyNot(error)}.`);
  });
}

/** Writes beside and renames into place, so that a file is the old one or the new one and never half of either. */
export async function writeWhole(place: string, content: Uint8Array | string): Promise<void> {
  await makeFolder(path.dirname(path.resolve(place)));
  const beside = `${place}.${process.pid}.part`;
  try {
    await writeFile(beside, content, { flush: true });
    await rename(beside, place);
  } catch (error) {
    await rm(beside, { force: true }).catch(() => undefined);
    throw new Refusal(`${place} cannot be written: ${whyNot(error)}.`);
  }
}
