import { readFile } from 'node:fs/promises';
import { inOrder, member, readProject, sayIssue, type Composition, type Layer, type Project } from '../core/model';
import { Refusal } from './refusal';

/** The project in a file, or a refusal that says what is wrong where. */
export async function openProject(path: string): Promise<Project> {
  let text: string;
  try {
    text = await readFile(path, 'utf8');
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Refusal(missing ? `There is no file ${path}.` : `${path} cannot be read: ${(error as Error).message}.`);
  }
  const parsed = readProject(text);
  if (!parsed.ok) throw new Refusal(parsed.issues.map(sayIssue).join('\n'));
  return parsed.value;
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
