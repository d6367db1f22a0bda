import { current, type Editor } from './editor/editor';
import type { Message } from './editor/state';

/** Goes to what a message is about: its composition, layer and frame, as far as they are there. */
export function goWhere(editor: Editor, { composition, layer, frame }: NonNullable<Message['go']>): void {
  if (current(editor.store.getState()).id !== composition) editor.openComposition(composition);
  if (layer !== undefined) editor.select({ layers: [layer], keys: [], markers: [], operator: null });
  if (frame !== undefined) editor.seek(frame);
}
