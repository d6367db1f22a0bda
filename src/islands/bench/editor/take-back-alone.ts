import { takeBack, type Draft } from '../../../core/commands';
import type { Editor } from './editor';

/** Takes one edit of this window back and leaves those after it: what they changed since stays, and is told. It is an edit of its own, which undo takes back. */
export function takeBackAlone(editor: Editor, change: Draft): void {
  const { draft, skipped } = takeBack(editor.store.getState().project, change);
  const left = skipped.length > 4 ? `${skipped.slice(0, 4).join(', ')} and ${skipped.length - 4} more` : skipped.join(', ');
  if (draft.patches.length === 0) return editor.say(skipped.length > 0 ? `${left}: changed since, so there is nothing left of it to take back.` : 'Nothing of it is left to take back.');
  if (!editor.apply({ ...draft, label: `Take back alone: ${change.label}` })) return;
  editor.say(`Taken back, and nothing else: ${change.label}${skipped.length > 0 ? `; changed since and left alone: ${left}` : ''}.`);
}
