import { applyPatches, shownShift, work, type Patch, type Shifting } from '../../core/commands';
import type { Project } from '../../core/model';
import type { Gesture } from './protocol';

/** The worker's copy of the document: sent whole once, then in patches, each making one revision of the one before. */
export type Document = {
  readonly project: () => Project | null;
  readonly revision: () => number;
  readonly take: (project: Project, revision: number) => void;
  /** False when they do not fit the copy that is here: then the whole is wanted. Patches that come before it does are passed over. */
  readonly patch: (patches: readonly Patch[], revision: number) => boolean;
  readonly begin: (gesture: Gesture | null, move: object) => void;
  readonly pull: (move: object) => void;
  readonly pulling: () => boolean;
  /** The document as a gesture would make it, which does not begin by this. */
  readonly with: (gesture: Gesture, move: object) => Project | null;
  /** The document with the gesture that goes on. */
  readonly seen: () => Project | null;
};

/** Whether keys of operators are among those that are dragged: a timing is worked out anew with each move of them. */
function hasOwnKeys({ keys }: Shifting): boolean {
  return keys.some(({ track }) => track.endsWith('.keys'));
}

export function createDocument(): Document {
  let project: Project | null = null;
  let revision = 0;
  let gesture: Gesture | null = null;
  let move: object = {};
  let lost = false;
  let seen: Project | null = null;

  function withGesture(gesture: Gesture | null, move: object): Project | null {
    if (!project || !gesture) return project;
    // Keys are dragged by the thousand: they are sampled where they go instead of written there.
    if (gesture.event === 'time.shift' && !hasOwnKeys(gesture.args as Shifting)) return shownShift(project, { ...gesture.args, ...move } as Shifting);
    let count = 0;
    const { draft } = work(project, gesture.event, { ...gesture.args, ...move } as never, () => `gesture ${++count}`);
    return draft && !('refused' in draft) ? applyPatches(project, draft.patches).project : project;
  }

  return {
    project: () => project,
    revision: () => revision,
    take(next, at) {
      [project, revision, seen, lost] = [next, at, null, false];
    },
    patch(patches, at) {
      if (lost || !project) return true;
      const { project: next, clashes } = applyPatches(project, patches);
      if (at !== revision + 1 || clashes.length > 0) {
        lost = true;
        return false;
      }
      [project, revision, seen] = [next, at, null];
      return true;
    },
    begin(next, by) {
      [gesture, move, seen] = [next, by, null];
    },
    pull(next) {
      [move, seen] = [next, null];
    },
    pulling: () => gesture !== null,
    with: withGesture,
    seen: () => (seen ??= withGesture(gesture, move)),
  };
}
