import { applyPatches, changeFrom, patchOf, readPath, type Change, type Draft, type Patch } from '../../../core/commands';
import type { Project } from '../../../core/model';

/**
 * A change that was refused or clashed, as it would be done to the document that is there now: mine over theirs. Null
 * where nothing of it finds its place any more.
 */
export function triedAgain(project: Project, change: Change): Draft | null {
  const patches: Patch[] = [];
  let now = project;
  for (const { path, from, to } of change.patches) {
    const found = readPath(now, path);
    if (!found.there) continue;
    // Orders are merged with what others did to them; everything else takes its place.
    const isOrder = path[path.length - 1] === 'order' && Array.isArray(from) && Array.isArray(to);
    const patch = patchOf(path, isOrder ? from : found.value, to);
    now = applyPatches(now, [patch]).project;
    patches.push(patch);
  }
  return now === project ? null : { event: change.event, label: change.label, patches };
}

/** The text of a file that keeps a change for good, with what it was in words. */
export function asideText(project: string, { change, why, at }: { readonly change: Change; readonly why: string; readonly at: number }): string {
  return `${JSON.stringify({ format: 'oak-tumble/change', project, was: change.label, why, at: new Date(at).toISOString(), change: { ...changeFrom(change, change.id), version: change.version } }, null, 1)}\n`;
}
