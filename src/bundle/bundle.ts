import { createHash } from 'node:crypto';
import { unzip, zip, type AsyncZippable } from 'fflate';
import { inOrder, mediaFileName, newComposition, readProject, sayIssue, writeProject, type Project } from '../core/model';
import type { MediaStore } from './media-store';

/** A zip may hold this much when it is opened; more is refused before it is. */
const MOST = 1_500_000_000;

/** A project with its media as one zip: `project.oak.json`, and `media/<hash>.<ext>` beside it. */
export async function writeBundle(project: Project, media: MediaStore): Promise<Uint8Array> {
  const parts: AsyncZippable = { 'project.oak.json': [Buffer.from(writeProject(project)), { level: 6 }] };
  for (const asset of inOrder(project.assets)) {
    const bytes = await media.read(asset);
    // Pictures are packed already.
    if (bytes) parts[`media/${mediaFileName(asset)}`] = [new Uint8Array(bytes), { level: 0 }];
  }
  return new Promise((resolve, reject) => zip(parts, { mtime: new Date('2000-01-01T12:00:00') }, (error, data) => (error ? reject(error) : resolve(data))));
}

/** Whether a file is a zip, by its first bytes. */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

export type ReadBundle = { readonly ok: true; readonly project: Project; readonly missing: readonly string[] } | { readonly ok: false; readonly message: string };

/** Reads a project file or a zip of one with its media; keeps the media. Says what is wrong in a sentence, and names media that did not come along. */
export async function readBundle(bytes: Uint8Array, media: MediaStore): Promise<ReadBundle> {
  let text: string;
  let files: Readonly<Record<string, Uint8Array>> = {};
  if (isZip(bytes)) {
    const opened = await openZip(bytes);
    if (typeof opened === 'string') return { ok: false, message: opened };
    files = opened;
    const names = Object.keys(files).filter((name) => name.endsWith('.oak.json'));
    if (names.length !== 1) return { ok: false, message: names.length === 0 ? 'There is no project (.oak.json) in this zip.' : `There are ${names.length} projects in this zip; bring them in one at a time.` };
    text = Buffer.from(files[names[0]!]!).toString('utf8');
  } else text = Buffer.from(bytes).toString('utf8');
  const read = readProject(text);
  if (!read.ok) return { ok: false, message: read.issues.slice(0, 3).map(sayIssue).join(' ') };
  const missing: string[] = [];
  for (const asset of inOrder(read.value.assets)) {
    const found = Object.entries(files).find(([name]) => name.endsWith(`media/${mediaFileName(asset)}`))?.[1];
    if (found && createHash('sha256').update(found).digest('hex') === asset.hash) await media.keep(found, asset.mime);
    else if (!(await media.has(asset))) missing.push(asset.name);
  }
  return { ok: true, project: inhabited(read.value), missing };
}

/** A project without a composition is a valid file, and nothing could be opened in it: it gets an empty one. */
function inhabited(project: Project): Project {
  if (project.compositions.order.length > 0) return project;
  const main = newComposition('main', 'Main', { width: 1280, height: 720, rate: [30, 1], duration: 300 });
  return { ...project, main: main.id, compositions: { order: [main.id], by: { [main.id]: main } } };
}

function openZip(bytes: Uint8Array): Promise<Readonly<Record<string, Uint8Array>> | string> {
  let total = 0;
  return new Promise((resolve) => {
    unzip(bytes, {
      filter: ({ name, originalSize }) => {
        const wanted = /(^|\/)media\/[0-9a-f]{64}\.(png|jpg|webp)$/.test(name) || name.endsWith('.oak.json');
        if (wanted) total += originalSize;
        return wanted && total <= MOST;
      },
    }, (error, files) => {
      if (error) resolve('This zip cannot be read; it may be cut off. Export the project again.');
      else if (total > MOST) resolve('This zip would unpack to more than 1.5 GB, which is more than a project may bring.');
      else resolve(files);
    });
  });
}
