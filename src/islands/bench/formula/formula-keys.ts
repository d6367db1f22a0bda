import type { TrackRef } from '../../../core/commands';
import { formulaKeysInWorker } from '../../../workers/bake/client';
import { current, type Editor } from '../editor/editor';
import { freshId } from '../editor/fresh-id';

/** Within this much, in the unit of each track, keys show what the formula does. */
const TOLERANCE = 0.1;
/** What is done sooner than this, in milliseconds, is not told as work. */
const SOON = 300;

/** Editors in which formulas are being written out, told as work or not yet. */
const busy = new WeakSet<Editor>();

/** Turns formulas into keys away from the page; where that takes a while it is told how far it is, and can be cancelled. */
export function formulasToKeys(editor: Editor, tracks: readonly TrackRef[]): void {
  const state = editor.store.getState();
  if (busy.has(editor)) return editor.say('Something is being worked on already: wait for it, or cancel it.');
  const composition = current(state).id;
  const words = `Writing ${tracks.length === 1 ? 'the formula' : `${tracks.length} formulas`} as keys`;
  const args = { composition, tracks: [...tracks], tolerance: TOLERANCE };
  const began = performance.now();
  busy.add(editor);
  let [isTold, isCancelled] = [false, false];
  const cancel = () => {
    isCancelled = true;
    off();
  };
  const told = setTimeout(() => {
    isTold = true;
    editor.set({ work: { words, done: null, cancel } });
  }, SOON);
  const off = formulaKeysInWorker({ project: state.project, ...args, seed: freshId() }, (done) => { if (isTold) editor.set({ work: { words: `${words}${leftOf(began, done)}`, done, cancel } }); }, (answer) => {
    clearTimeout(told);
    busy.delete(editor);
    editor.set({ work: null });
    if ('refused' in answer) return editor.say(answer.refused, !isCancelled);
    const { made, ids } = answer;
    if (!editor.apply(made, { do: 'formulas.keys', with: { ...args, ids } })) return editor.say('What was written as keys has been changed meanwhile; turn it into keys again.', true);
    if (made.told !== undefined) editor.say(made.told);
  });
}

/** How long it will take yet, in words, once that can be told. */
function leftOf(began: number, done: number | null): string {
  const took = (performance.now() - began) / 1000;
  return done === null || done < 0.02 || took < 1 ? '' : `, ${Math.max(1, Math.round((took * (1 - done)) / done))} s left`;
}
