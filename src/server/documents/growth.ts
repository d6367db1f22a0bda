import { readPath, type Change } from '../../core/commands';
import { inOrder, type Project } from '../../core/model';

/** Characters of JSON that a document may have: what was exported can be brought in again, which has a limit of its own a little above. */
export const MOST = 96_000_000;

const lengthOf = (value: unknown): number => (value === undefined ? 0 : JSON.stringify(value).length);

/** By how much a change makes the text of a document longer, about: counted from what is there, whatever the change says that was. */
export function growthOf(before: Project, { patches }: Change): number {
  const now = new Map<string, unknown>();
  return patches.reduce((sum, { path, to }) => {
    const place = path.join('\n');
    const from = now.has(place) ? now.get(place) : readPath(before, path).value;
    now.set(place, to);
    return sum + lengthOf(to) - lengthOf(from);
  }, 0);
}

const say = (length: number) => `${(length / 1e6).toFixed(1)} MB`;

/** Why a document may not grow so far, with what of it is large; the largest three, each told by its name. */
export function sayTooLarge(project: Project, length: number): string {
  const parts = [
    ...inOrder(project.compositions).map((one) => ({ name: `composition “${one.name}”`, length: lengthOf(one) })),
    ...inOrder(project.assets).map((one) => ({ name: `media “${one.name}”`, length: lengthOf(one) })),
    { name: 'presets', length: lengthOf(project.presets) },
  ].sort((a, b) => b.length - a.length).slice(0, 3).filter((one) => one.length > length / 20);
  return `This would make “${project.name}” ${say(length)} large; a project may have ${say(MOST)}, media not counted. The largest: ${parts.map((one) => `${one.name} with ${say(one.length)}`).join(', ')}. Delete what is no longer needed, or go on in a project of its own.`;
}
