import { createHash } from 'node:crypto';
import { open, readFile } from 'node:fs/promises';
import { Zip as ZipWriter, ZipDeflate, ZipPassThrough } from 'fflate';
import { inOrder, mediaFileName, newComposition, readProject, sayIssue, writeProject, type Project } from '../core/model';
import type { MediaStore } from './media-store';
import { pictureFault, pictureMime } from './picture';
import { openZip, TooMany, type Zip } from './zip-file';

/** A project's text, one of its media, and all of them together may have so many bytes; more is refused while it is counted. */
const MOST_TEXT = 110_000_000;
export const MOST_MEDIUM = 64_000_000;
const MOST = 1_500_000_000;

const DATE = new Date('2000-01-01T12:00:00');

/** A project with its media as one zip, piece by piece: `project.oak.json`, and `media/<hash>.<ext>` beside it. */
export async function* writeBundle(project: Project, media: MediaStore): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  let failed: Error | null = null;
  const zip = new ZipWriter((error, chunk) => (error ? (failed = error) : ready.push(chunk)));
  const taken = () => {
    if (failed) throw failed;
    const chunks = ready;
    ready = [];
    return chunks;
  };
  const text = new ZipDeflate('project.oak.json', { level: 6 });
  text.mtime = DATE;
  zip.add(text);
  text.push(Buffer.from(writeProject(project)), true);
  yield* taken();
  const written = new Set<string>();
  for (const asset of inOrder(project.assets)) {
    const name = `media/${mediaFileName(asset)}`;
    // Two assets may be the same picture.
    const bytes = written.has(name) ? null : await media.read(asset);
    if (!bytes) continue;
    written.add(name);
    // Pictures are packed already.
    const part = new ZipPassThrough(name);
    part.mtime = DATE;
    zip.add(part);
    part.push(new Uint8Array(bytes), true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}

/** Whether a file is a zip, by its first bytes. */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

export type ReadBundle = { readonly ok: true; readonly project: Project; readonly missing: readonly string[] } | { readonly ok: false; readonly message: string };

/** Reads a project file or a zip of one with its media, at a path or in memory; keeps the media. Says what is wrong in a sentence, and names media that did not come along. */
export async function readBundle(source: string | Uint8Array, media: MediaStore): Promise<ReadBundle> {
  if (!isZip(typeof source === 'string' ? await firstBytes(source) : source)) {
    const bytes = typeof source === 'string' ? await readFile(source) : source;
    return bytes.length > MOST_TEXT ? refuse(`This file has ${Math.round(bytes.length / 1e6)} MB; a project without its media has at most ${MOST_TEXT / 1e6}. Take out of it what is not needed, and export it again.`) : readParts(bytes, null, media);
  }
  let zip: Zip;
  try {
    zip = await openZip(source);
  } catch (error) {
    return refuse(error instanceof TooMany ? error.message : UNREADABLE);
  }
  try {
    const names = zip.names.filter((name) => name.endsWith('.oak.json'));
    if (names.length !== 1) return refuse(names.length === 0 ? 'There is no project (.oak.json) in this zip.' : `There are ${names.length} projects in this zip; bring them in one at a time.`);
    const text = await zip.read(names[0]!, MOST_TEXT);
    return text ? await readParts(text, zip, media) : refuse(`The project in this zip has more than ${MOST_TEXT / 1e6} MB, which is more than a project may have without its media. Take out of it what is not needed, and export it again.`);
  } catch (error) {
    // What reading a zip throws has no code of a disk.
    if ((error as NodeJS.ErrnoException).code !== undefined && !String((error as NodeJS.ErrnoException).code).startsWith('Z_')) throw error;
    return refuse(UNREADABLE);
  } finally {
    zip.close();
  }
}

const UNREADABLE = 'This zip cannot be read; it may be cut off, or say other sizes than it has. Export the project again.';
const refuse = (message: string): ReadBundle => ({ ok: false, message });

async function readParts(text: Uint8Array, zip: Zip | null, media: MediaStore): Promise<ReadBundle> {
  const read = readProject(Buffer.from(text.buffer, text.byteOffset, text.byteLength).toString('utf8'));
  if (!read.ok) return refuse(read.issues.slice(0, 3).map(sayIssue).join(' '));
  const inZip = new Map((zip?.names ?? []).map((name) => [name.slice(name.lastIndexOf('/', name.lastIndexOf('/') - 1) + 1), name]));
  const missing: string[] = [];
  let total = 0;
  for (const asset of inOrder(read.value.assets)) {
    const entry = inZip.get(`media/${mediaFileName(asset)}`);
    const found = entry === undefined || (await media.has(asset)) ? null : await zip!.read(entry, MOST_MEDIUM);
    total += found?.length ?? 0;
    if (total > MOST) return refuse(`The media in this zip have more than ${MOST / 1e9} GB together, which is more than a project may bring.`);
    if (found && isWhatItSays(found, asset)) await media.keep(found, asset.mime);
    else if (!(await media.has(asset))) missing.push(asset.name);
  }
  return { ok: true, project: inhabited(read.value), missing };
}

/** Whether bytes are those that a hash names, and of the kind that an asset tells: what is no picture is not kept as one. */
function isWhatItSays(bytes: Uint8Array, asset: { readonly hash: string; readonly mime: string }): boolean {
  return createHash('sha256').update(bytes).digest('hex') === asset.hash && pictureMime(bytes) === asset.mime && pictureFault(bytes) === null;
}

/** A project without a composition is a valid file, and nothing could be opened in it: it gets an empty one. */
function inhabited(project: Project): Project {
  if (project.compositions.order.length > 0) return project;
  const main = newComposition('main', 'Main', { width: 1280, height: 720, rate: [30, 1], duration: 300 });
  return { ...project, main: main.id, compositions: { order: [main.id], by: { [main.id]: main } } };
}

async function firstBytes(file: string): Promise<Buffer> {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(4), 0, 4, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** A project with its media as one zip, whole. */
export async function wholeBundle(project: Project, media: MediaStore): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  for await (const part of writeBundle(project, media)) parts.push(part);
  return Buffer.concat(parts);
}
