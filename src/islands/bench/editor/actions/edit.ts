import { count, losses } from '../../../../core/commands';
import { copySelection, cutSelection, duplicateSelection, paste } from '../clipboard';
import { current, type Editor } from '../editor';
import { toClipboard } from '../to-clipboard';
import { needsLayers, whom, type Action } from './action';

const needsAny = (state: Parameters<NonNullable<Action['whyNot']>>[0]) => (state.selection.layers.length + state.selection.keys.length + state.selection.markers.length === 0 ? 'Select layers, keys or markers first.' : null);

/** Where a page may not write to the system's clipboard by itself, the shelf of this browser still has it. */
const copied = (text: string | null): void => { if (text !== null) void toClipboard(text); };

function remove(editor: Editor): void {
  const state = editor.store.getState();
  const composition = current(state).id;
  const { keys, layers, markers, operator } = state.selection;
  if (keys.length > 0) {
    editor.do('keys.delete', { composition, keys });
    editor.select({ keys: [] });
  } else if (markers.length > 0) {
    editor.do('markers.delete', { composition, markers });
    editor.select({ markers: [] });
  } else if (operator !== null && layers.length === 1) {
    editor.do('timing.delete', { composition, layer: layers[0]!, operator });
    editor.select({ operator: null });
  } else deleteLayers(editor, layers);
}

/** What was asked to go last, and was told whom that would cost something. */
let warned: readonly string[] | null = null;

/** Deletes layers; where others would lose something by that, they are named first, and the second press does it. */
function deleteLayers(editor: Editor, layers: readonly string[]): void {
  const state = editor.store.getState();
  const lost = losses(state.project, current(state).id, layers);
  const go = () => { warned = null; const said = editor.store.getState().message; if (!editor.do('layers.delete', { composition: current(state).id, layers }) && editor.store.getState().message === said) editor.say('What is selected is locked.'); };
  if (lost.length === 0 || (warned !== null && warned.join() === layers.join())) return go();
  warned = layers;
  editor.say(`${lost.slice(0, 3).join(', ')}${lost.length > 3 ? ` and ${lost.length - 3} more` : ''}. Delete once more to delete it all the same.`, false, { act: { words: 'Delete', run: go } });
}

export const EDIT_ACTIONS: readonly Action[] = [
  { id: 'edit.undo', title: ({ history: { done } }) => (done.length > 0 ? `Undo: ${done[done.length - 1]!.label}` : 'Undo'), group: 'Edit', keys: ['Ctrl+Z'], run: (editor) => editor.undo() },
  { id: 'edit.redo', title: ({ history: { undone } }) => (undone.length > 0 ? `Redo: ${undone[undone.length - 1]!.change.label}` : 'Redo'), group: 'Edit', keys: ['Ctrl+Shift+Z', 'Ctrl+Y'], run: (editor) => editor.redo() },
  {
    id: 'edit.before', title: (state) => (state.beforeEdit === null ? 'The picture as it was before the last edit (while B is held)' : 'The picture as it is now'), group: 'Edit', keys: ['B'], also: 'compare was earlier difference',
    whyNot: (state) => (state.history.done.length > 0 ? null : 'Nothing was done here yet.'), run: (editor) => editor.showBefore(editor.store.getState().beforeEdit === null),
  },
  { id: 'edit.copy', title: 'Copy', group: 'Edit', keys: ['Ctrl+C'], whyNot: needsAny, run: (editor) => copied(copySelection(editor)) },
  { id: 'edit.cut', title: 'Cut', group: 'Edit', keys: ['Ctrl+X'], whyNot: needsAny, run: (editor) => copied(cutSelection(editor)) },
  { id: 'edit.paste', title: 'Paste at the playhead', group: 'Edit', keys: ['Ctrl+V'], run: (editor) => void paste(editor, null) },
  { id: 'edit.paste-times', title: 'Paste at the same time', group: 'Edit', keys: ['Ctrl+Shift+V'], run: (editor) => void paste(editor, null, true) },
  { id: 'edit.duplicate', title: (state) => (state.selection.keys.length > 0 ? `Duplicate ${count(state.selection.keys.length, 'key')} at the playhead` : `Duplicate ${whom(state)}`), group: 'Edit', keys: ['Ctrl+D'], whyNot: (state) => (state.selection.keys.length > 0 ? null : needsLayers(state)), run: duplicateSelection },
  {
    id: 'edit.delete', title: ({ selection: { keys, layers, markers } }) => `Delete ${keys.length > 0 ? count(keys.length, 'key') : markers.length > 0 ? count(markers.length, 'marker') : layers.length > 0 ? count(layers.length, 'layer') : 'what is selected'}`, group: 'Edit', keys: ['Delete', 'Backspace'], whyNot: needsAny, run: remove,
  },
  {
    id: 'edit.all', title: 'Select all layers', group: 'Edit', keys: ['Ctrl+A'],
    run: (editor) => { const { layers } = current(editor.store.getState()); editor.select({ layers: layers.order, keys: [], markers: [], operator: null }); editor.say(`${layers.order.length} ${layers.order.length === 1 ? 'layer' : 'layers'} selected.`); },
  },
  {
    id: 'edit.none', title: 'Select nothing', group: 'Edit', keys: ['Escape'],
    run: (editor) => { editor.select({ layers: [], keys: [], markers: [], operator: null }); editor.set({ tool: { kind: 'choose' }, typing: null, bending: null }); },
  },
];
