import type { Event } from '../../../core/commands';
import type { Problem } from '../../../core/checks';
import { causeOf } from '../../../core/evaluate';
import { current, type Editor } from './editor';
import type { EditorState } from './state';

/** A problem with a moment: a tick on the ruler. */
export type Tick = Problem & { readonly where: { readonly frame: number } };

/** Problems of the open composition that have a moment, in order of time. */
export function ticksOf(state: Pick<EditorState, 'problems' | 'project' | 'way'>): readonly Tick[] {
  const { id } = current(state);
  const has = (problem: Problem): problem is Tick => problem.where.composition === id && problem.where.frame !== undefined;
  return state.problems.filter(has).sort((a, b) => a.where.frame - b.where.frame);
}

/** The tick beyond a frame; after the last the first follows, before the first the last. Null when there is none. Of several at a frame, one is enough: the frame shows them all. */
export function tickBeyond(ticks: readonly Tick[], frame: number, direction: 1 | -1): Tick | null {
  const ahead = ticks.filter(({ where }) => (where.frame - frame) * direction > 0.5);
  const list = ahead.length > 0 ? ahead : ticks;
  return (direction > 0 ? list[0] : list[list.length - 1]) ?? null;
}

/** Does the edit that mends a problem, and shows where; the picture and undo are as after any edit. */
export function mendProblem(editor: Editor, problem: Problem): void {
  if (!problem.mend) return;
  showProblem(editor, problem);
  // Which arguments belong to which event was decided by the check.
  const made = editor.do(problem.mend.do as Event, problem.mend.with as never);
  if (made) editor.say(`Mended: ${made.label}. Ctrl+Z takes it back.`);
}

/** The mend that is being shown: only that is let go of again. */
let shownMend: EditorState['gesture'] = null;

/** What mends a problem is seen while the pointer or the keyboard is on it, before it is done. */
export function showsMend(editor: Editor, { mend, where }: Problem): { readonly onPointerEnter: () => void; readonly onPointerLeave: () => void; readonly onFocus: () => void; readonly onBlur: () => void } | undefined {
  if (!mend) return undefined;
  const show = () => {
    const state = editor.store.getState();
    // What is tried out elsewhere goes on.
    if (current(state).id === where.composition && !state.asking && !state.gesture) {
      editor.tryOut(mend.do as Event, mend.with as never);
      shownMend = editor.store.getState().gesture;
    }
  };
  const hide = () => { if (shownMend !== null && editor.store.getState().gesture === shownMend) editor.letGo(); };
  return { onPointerEnter: show, onPointerLeave: hide, onFocus: show, onBlur: hide };
}

/** The problem that can be mended here: of the selected layer, else of the frame that is looked at. */
export function mendable(state: EditorState): Problem | null {
  const here = state.problems.filter(({ mend, where }) => mend && where.composition === current(state).id);
  const own = here.find(({ where }) => where.layer !== undefined && state.selection.layers.includes(where.layer)) ?? here.find(({ where }) => where.frame === state.frame) ?? null;
  if (own) return own;
  // What is selected shows nothing here: the innermost reason is what is mended.
  const [layer] = state.selection.layers;
  const cause = layer === undefined ? null : causeOf(state.project, current(state).id, layer, state.frame);
  if (!cause) return null;
  const there = state.problems.find(({ mend, where }) => mend && where.composition === cause.composition && where.layer === cause.layer);
  const where = { composition: cause.composition, layer: cause.layer, frame: Math.floor(cause.frame) };
  return there ?? (cause.mend ? { code: 'blank-frames', level: 'warning', where, message: `${cause.words}.`, fix: 'Make its bar longer.', mend: cause.mend } as Problem : null);
}

/** Goes where a problem is: its composition, its layer, its frame. */
export function showProblem(editor: Editor, { where, message }: Problem): void {
  if (current(editor.store.getState()).id !== where.composition) editor.openComposition(where.composition);
  if (where.layer !== undefined) editor.select({ layers: [where.layer], keys: [], markers: [], operator: null });
  if (where.frame !== undefined) editor.seek(where.frame);
  editor.say(message);
}
