import { applyPatches, work, type Draft, type KeyRef } from '../../../core/commands';
import { member, type Composition, type Project } from '../../../core/model';
import { NOTHING_SELECTED, type EditorState, type Pulled, type Selection } from './state';

/** The composition that is open. */
export function current({ project, way }: Pick<EditorState, 'project' | 'way'>): Composition {
  return member(project.compositions.by, way[way.length - 1]!.composition)!;
}

/** The project as it is seen: with the gesture that is under way. Worked out when it is asked for, once for each move. */
export function seen({ project, gesture }: Pick<EditorState, 'project' | 'gesture'>): Project {
  return gesture ? workedOut(project, gesture).seen : project;
}

/** What the gesture under way would be called, or why it cannot be; null where it comes to nothing. */
export function wordsOf({ project, gesture }: Pick<EditorState, 'project' | 'gesture'>): string | null {
  return gesture ? workedOut(project, gesture).words : null;
}

type WorkedOut = { readonly project: Project; readonly gesture: Pulled; readonly seen: Project; readonly words: string | null };

function workedOut(project: Project, gesture: Pulled): WorkedOut {
  const known = lastSeen.find((one) => one.project === project && one.gesture === gesture);
  if (known) return known;
  let count = 0;
  const { draft } = work(project, gesture.event, { ...gesture.args, ...gesture.move } as never, () => `gesture ${++count}`);
  const done = draft && !('refused' in draft) ? draft : null;
  const now = { project, gesture, seen: done ? applyPatches(project, done.patches).project : project, words: done?.told ?? done?.label ?? (draft && 'refused' in draft ? draft.refused : null) };
  lastSeen = [now, ...lastSeen].slice(0, 2);
  return now;
}

/** The project as panel, rows and trail follow it through a gesture. */
export function seenSoon({ project, followed }: Pick<EditorState, 'project' | 'followed'>): Project {
  return seen({ project, gesture: followed });
}

/** The project as the picture's handles need it: what is moved in time alone does not move them until it is let go. */
export function seenOnPicture({ project, gesture }: Pick<EditorState, 'project' | 'gesture'>): Project {
  return gesture?.event === 'time.shift' ? project : seen({ project, gesture });
}

/** Whether a gesture is one that is pulled: each move of it changes a number or two. */
export function isPulled({ move }: Pulled): boolean {
  for (const _ in move) return true;
  return false;
}

/** The newest move, and the one before that is still followed. */
let lastSeen: readonly WorkedOut[] = [];

/** Another composition than the open one that a change was made in, or null. */
export function elsewhereIn(state: Pick<EditorState, 'project' | 'way'>, { patches }: Draft): Composition | null {
  const [root, , id] = patches[0]?.path ?? [];
  if (root !== 'compositions' || id === undefined || id === current(state).id) return null;
  return member(state.project.compositions.by, id) ?? null;
}

/** What is selected once something was made: layers, or keys of the layers that are selected. */
export function chosenBy(made: readonly (string | KeyRef)[], before: Selection): Selection {
  if (typeof made[0] === 'string') return { ...NOTHING_SELECTED, layers: made as readonly string[] };
  return { ...before, keys: made as readonly KeyRef[], markers: [] };
}

/** How changes at the playhead are meant: as keys there or not, and whether a first key keeps what was. */
export function keyingOf({ keying, settings }: Pick<EditorState, 'keying' | 'settings'>): { readonly keying: boolean; readonly keepWas: boolean } {
  return { keying, keepWas: settings.keepWas };
}
