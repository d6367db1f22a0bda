import { applyPatches, validateTouched, type Change } from '../../core/commands';
import type { Project } from '../../core/model';
import { growthOf, MOST, sayTooLarge } from './growth';

/** What a change would make of a document; nothing is kept by finding out. */
export type Taken =
  | { readonly kind: 'fits'; readonly project: Project; /** By how much its text grows, in characters. */ readonly growth: number }
  | { readonly kind: 'clashes'; readonly words: string }
  | { readonly kind: 'refused'; readonly message: string };

/** Lays a change over a document whose text has this length: it may clash with what others did, be too large, or hold what a document cannot. */
export function takeChange(before: Project, length: number, change: Change): Taken {
  const applied = attempt(() => applyPatches(before, change.patches));
  if (!applied) return { kind: 'refused', message: `“${change.label}” does not fit this document: it changes the inside of what is not there.` };
  const { project, clashes } = applied;
  if (clashes.length > 0) return { kind: 'clashes', words: `“${change.label}” was not done: ${clashes[0]!.gone ? 'what it changes was deleted' : 'the same was changed elsewhere'} meanwhile.` };
  const growth = growthOf(before, change);
  // What makes a document smaller is never too large.
  if (growth > 0 && length + growth > MOST) return { kind: 'refused', message: safely(() => [sayTooLarge(project, length + growth)]).join(' ') };
  const words = safely(() => validateTouched(project, change.patches));
  return words.length > 0 ? { kind: 'refused', message: words.join(' ') } : { kind: 'fits', project, growth };
}

/** A change may put anything anywhere; what the checks themselves stumble over is refused as well. */
function safely(check: () => readonly string[]): readonly string[] {
  try {
    return check();
  } catch {
    return ['This change does not fit the document.'];
  }
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
