import type { Event, Made } from '../../../core/commands';
import type { Editor, HereArgs } from './editor';
import { freshId } from './fresh-id';
import type { EditorState } from './state';

/** Does an edit that may still be done otherwise until something else is done: all of that is one step of undo. `then` is laid over the state in the same moment. */
export function doRevisable<E extends Event>(editor: Editor, event: E, args: HereArgs<E>, then: (made: Made) => Partial<EditorState> = () => ({})): Made | null {
  const ids: string[] = [];
  const made = editor.do(event, args, () => { const id = freshId(); ids.push(id); return id; });
  if (made) editor.set({ ...then(made), revisable: { change: editor.store.getState().history.done.at(-1)!.id, event, args, ids } });
  return made;
}
