import { leftBehind, retimedLayers, sameMoment, tellLeft } from '../../../core/evaluate';
import { current, type Editor } from './editor';
import type { EditorState } from './state';

/** Layers of more than so many are not looked through for what stood together. */
const MOST = 400;

/** After an edit of timing: the playhead stays with the picture where that is wanted, and what no longer stands together is told. Answers how to end it. */
export function followRetiming(editor: Editor): () => void {
  return editor.store.subscribe((now, before) => {
    if (now.project === before.project || now.history.done.at(-1)?.id === before.history.done.at(-1)?.id || now.way !== before.way) return;
    const layers = retimedLayers(before.project, now.project, current(now).id);
    if (layers.length === 0) return;
    // The edit is done first; what follows of it is told when there is time.
    setTimeout(() => {
      if (editor.store.getState().project !== now.project) return;
      if (now.settings.stayWithPicture && !now.playing) stay(editor, before, now, layers);
      if (current(now).layers.order.length <= MOST) tell(editor, before, now, layers);
    });
  });
}

function stay(editor: Editor, before: EditorState, now: EditorState, layers: readonly string[]): void {
  const { id, layers: { by } } = current(now);
  const layer = now.selection.layers.find((one) => layers.includes(one)) ?? layers[0]!;
  const frames = sameMoment(before.project, now.project, id, layer, before.frame);
  if (!frames) return;
  if (frames.length === 0) return editor.say(`What ${by[layer]!.name} showed here is shown nowhere now.`);
  goTo(editor, frames, 0);
}

function goTo(editor: Editor, frames: readonly number[], i: number): void {
  editor.seek(frames[i]!);
  if (frames.length > 1) editor.say(`The same moment: ${i + 1} of ${frames.length}.`, false, { act: { words: 'Next', run: () => goTo(editor, frames, (i + 1) % frames.length) } });
}

function tell(editor: Editor, before: EditorState, now: EditorState, layers: readonly string[]): void {
  const host = current(now);
  const left = leftBehind(before.project, now.project, host.id, layers);
  if (left) editor.say(tellLeft(host, left), false, { go: { composition: host.id, layer: left.layer, frame: Math.max(0, Math.min(host.duration - 1, Math.round(left.frame))) } });
}
