import { applyPatches, work } from '../../../core/commands';
import { member, type Composition, type Project } from '../../../core/model';
import type { EditorState, Pulled } from './state';

/** The composition that is open. */
export function current({ project, way }: Pick<EditorState, 'project' | 'way'>): Composition {
  return member(project.compositions.by, way[way.length - 1]!.composition)!;
}

/** The project as it is seen: with the gesture that is under way. Worked out when it is asked for, once for each move. */
export function seen({ project, gesture }: Pick<EditorState, 'project' | 'gesture'>): Project {
  if (!gesture) return project;
  if (lastSeen?.project === project && lastSeen.gesture === gesture) return lastSeen.seen;
  let count = 0;
  const { draft } = work(project, gesture.event, { ...gesture.args, ...gesture.move } as never, () => `gesture ${++count}`);
  lastSeen = { project, gesture, seen: draft && !('refused' in draft) ? applyPatches(project, draft.patches).project : project };
  return lastSeen.seen;
}
let lastSeen: { readonly project: Project; readonly gesture: Pulled; readonly seen: Project } | null = null;
