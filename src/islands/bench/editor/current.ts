import { applyPatches, type Patch } from '../../../core/commands';
import { member, type Composition, type Project } from '../../../core/model';
import type { EditorState } from './state';

/** The composition that is open. */
export function current({ project, way }: Pick<EditorState, 'project' | 'way'>): Composition {
  return member(project.compositions.by, way[way.length - 1]!.composition)!;
}

/** The project as it is seen: with the gesture that is under way. */
export function seen({ project, transient }: Pick<EditorState, 'project' | 'transient'>): Project {
  if (!transient) return project;
  if (lastSeen?.project === project && lastSeen.transient === transient) return lastSeen.seen;
  lastSeen = { project, transient, seen: applyPatches(project, transient).project };
  return lastSeen.seen;
}
let lastSeen: { readonly project: Project; readonly transient: readonly Patch[]; readonly seen: Project } | null = null;
