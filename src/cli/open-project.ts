import path from 'node:path';
import { isZip, readBundle, type MediaStore } from '../bundle';
import { inOrder, member, readProject, sayIssue, type Composition, type Layer, type Project } from '../core/model';
import { mediaBeside, mediaInMemory } from './media';
import { readBytes, textOf } from './read-file';
import { Refusal } from './refusal';

/** A project file as the command line has it: the document, and where its media are. */
export type OpenedFile = { readonly project: Project; readonly media: MediaStore; readonly zip: boolean };

/** The project in a file (a zip of one with its media too), or a refusal that says what is wrong where. `-` is standard input, its media in the folder one is in. */
export async function openFile(place: string): Promise<OpenedFile> {
  const bytes = await readBytes(place);
  if (isZip(bytes)) {
    const media = mediaInMemory();
    const read = await readBundle(bytes, media);
    if (!read.ok) throw new Refusal(read.message);
    return { project: read.project, media, zip: true };
  }
  const parsed = readProject(textOf(bytes, place));
  if (!parsed.ok) throw new Refusal(parsed.issues.map(sayIssue).join('\n'));
  return { project: parsed.value, media: mediaBeside(place === '-' ? path.resolve('project.oak.json') : place), zip: false };
}

/** The project in a file alone. */
export async function openProject(place: string): Promise<Project> {
  return (await openFile(place)).project;
}

/** A composition by id, or by a name that only one has. */
export function pickComposition(project: Project, wanted: string): Composition {
  return pick(member(project.compositions.by, wanted), inOrder(project.compositions), wanted, 'composition', `“${project.name}”`);
}

/** A layer by id, or by a name that only one in the composition has. */
export function pickLayer(composition: Composition, wanted: string): Layer {
  return pick(member(composition.layers.by, wanted), inOrder(composition.layers), wanted, 'layer', `“${composition.name}”`);
}

function pick<T extends { readonly id: string; readonly name: string }>(byId: T | undefined, all: readonly T[], wanted: string, word: string, place: string): T {
  if (byId) return byId;
  const named = all.filter((one) => one.name === wanted);
  if (named.length === 1) return named[0]!;
  if (named.length > 1) throw new Refusal(`${named.length} ${word}s in ${place} are called “${wanted}”; give the id: ${named.map((one) => one.id).join(', ')}.`);
  const known = all.slice(0, 12).map((one) => one.id).join(', ');
  throw new Refusal(`There is no ${word} “${wanted}” in ${place}. ${known === '' ? 'It has none.' : `It has ${known}${all.length > 12 ? ' …' : ''}.`}`);
}
