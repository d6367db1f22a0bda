import type { Problem } from '../../../core/checks';
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

/** Goes where a problem is: its composition, its layer, its frame. */
export function showProblem(editor: Editor, { where, message }: Problem): void {
  if (current(editor.store.getState()).id !== where.composition) editor.openComposition(where.composition);
  if (where.layer !== undefined) editor.select({ layers: [where.layer], keys: [], markers: [], operator: null });
  if (where.frame !== undefined) editor.seek(where.frame);
  editor.say(message);
}
