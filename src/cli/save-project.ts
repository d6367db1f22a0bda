import path from 'node:path';
import { wholeBundle, type MediaStore } from '../bundle';
import { inOrder, writeProject, type Project } from '../core/model';
import { mediaBeside } from './media';
import { isNoPlainFile, needsFolder, writeWhole } from './write-file';

/** Writes a project with its media: into a zip, or beside it. Media come first: a file never names what is not there yet. */
export async function saveProject(project: Project, media: MediaStore, out: string, from: { readonly place: string; readonly zip: boolean }): Promise<void> {
  if (/\.zip$/i.test(out) || (from.zip && path.resolve(out) === path.resolve(from.place))) return writeWhole(out, await wholeBundle(project, media));
  await needsFolder(out);
  // Beside a pipe or a device nothing can lie.
  if (await isNoPlainFile(out)) return writeWhole(out, writeProject(project));
  const target = mediaBeside(out);
  for (const asset of inOrder(project.assets)) {
    const bytes = (await target.has(asset)) ? null : await media.read(asset);
    if (bytes) await target.keep(bytes, asset.mime);
  }
  await writeWhole(out, writeProject(project));
}
