import { mkdir, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { Refusal } from './refusal';
import { whyNot } from './why-not';

/** Makes a folder with those around it, or refuses in words. */
export async function makeFolder(place: string): Promise<void> {
  await mkdir(place, { recursive: true }).catch((error: unknown) => {
    throw new Refusal(`The folder ${place} cannot be made: ${whyNot(error)}.`);
  });
}

/** Refuses where the folder that a file is to be written to is not there. */
export async function needsFolder(place: string): Promise<void> {
  const folder = path.dirname(path.resolve(place));
  if (!(await stat(folder).catch(() => null))?.isDirectory()) throw new Refusal(`${place} cannot be written: the folder ${folder} is not there. Make it first.`);
}

/** Whether something else than a plain file stands at a place: a pipe, a device. */
export async function isNoPlainFile(place: string): Promise<boolean> {
  const there = await stat(place).catch(() => null);
  return there !== null && !there.isFile() && !there.isDirectory();
}

/**
 * Writes beside and renames into place, so that a file is the old one or the new one and never half of either. A link is followed; what is no plain
 * file (a pipe, a device) is written into. A folder that is not there is told.
 */
export async function writeWhole(place: string, content: Uint8Array | string): Promise<void> {
  await needsFolder(place);
  const target = await realpath(place).catch(() => place);
  const there = await stat(target).catch(() => null);
  if (there?.isDirectory()) throw new Refusal(`${place} cannot be written: there is a folder of that name.`);
  const beside = `${target}.${process.pid}.part`;
  try {
    if (there && !there.isFile()) return await writeFile(target, content);
    await writeFile(beside, content, { flush: true });
    await rename(beside, target);
  } catch (error) {
    await rm(beside, { force: true }).catch(() => undefined);
    throw new Refusal(`${place} cannot be written: ${whyNot(error)}.`);
  }
}
