import type { Project } from '../model';
import { invertPatches, readPath, sameValue, type Patch } from './patch';

/** What a command wants to change: nothing is applied yet, and the project it saw is untouched. */
export type Draft = {
  /** `keys.move`, matched by prefix. */
  readonly event: `${string}.${string}`;
  /** What Undo shows: "Move 3 keys". */
  readonly label: string;
  readonly patches: readonly Patch[];
};

/** An edit that happened: a draft with the id that the client made for it. Applied once, wherever it is sent. */
export type Change = Draft & { readonly id: string };

/** The draft that takes a change back, as far as that still holds; `skipped` names what others have changed since. */
export function takeBack(project: Project, change: Draft): { readonly draft: Draft; readonly skipped: readonly string[] } {
  const skipped: string[] = [];
  const patches = invertPatches(change.patches).filter((patch) => {
    const { there, value } = readPath(project, patch.path);
    const holds = patch.path[patch.path.length - 1] === 'order' || (there && sameValue(value, patch.from));
    if (!holds) skipped.push(patch.path[patch.path.length - 1] ?? '');
    return holds;
  });
  return { draft: { event: 'history.undo', label: `Undo ${lowerFirst(change.label)}`, patches }, skipped };
}

/** "1 key", "3 keys": every command says for how many. */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}

function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
