import type { Event } from '../../../../core/commands';
import type { Editor } from '../editor';
import type { EditorState } from '../state';

/** An edit of the list, done to what is meant; where there is nothing to do it says so. */
export const does = (event: Event, args: (state: EditorState) => object, already: string) => (editor: Editor): void => {
  const { message } = editor.store.getState();
  if (!editor.do(event, args(editor.store.getState()) as never) && editor.store.getState().message === message) editor.say(already);
};
