import { addKeys, deleteKeys, deleteLayers, keysOf, trimLayers } from '../../../core/commands';
import { inOrder, member, type Layer } from '../../../core/model';
import { current, type Editor } from './editor';
import { freshId } from './fresh-id';
import { foldKey } from './state';

/** Where keys go when no channel is chosen: the pose that people move by hand. */
const POSE = ['x', 'y', 'scaleX', 'scaleY', 'rotation'];

type Shortcut = { readonly keys: string; readonly about: string; readonly run: (editor: Editor) => void };

/** Every key of the Bench; `keys` is written as `keyOf` writes a press. */
export const SHORTCUTS: readonly Shortcut[] = [
  { keys: 'Space', about: 'Play or stop', run: (editor) => editor.togglePlay() },
  { keys: 'ArrowLeft', about: 'One frame back', run: (editor) => step(editor, -1) },
  { keys: 'ArrowRight', about: 'One frame on', run: (editor) => step(editor, 1) },
  { keys: 'Shift+ArrowLeft', about: 'Ten frames back', run: (editor) => step(editor, -10) },
  { keys: 'Shift+ArrowRight', about: 'Ten frames on', run: (editor) => step(editor, 10) },
  { keys: 'ArrowUp', about: 'Select the layer above', run: (editor) => beside(editor, -1) },
  { keys: 'ArrowDown', about: 'Select the layer below', run: (editor) => beside(editor, 1) },
  { keys: 'Home', about: 'To the first frame', run: (editor) => editor.seek(0) },
  { keys: 'End', about: 'To the last frame', run: (editor) => editor.seek(current(editor.store.getState()).duration - 1) },
  { keys: 'PageUp', about: 'To the key before', run: (editor) => toKey(editor, -1) },
  { keys: 'PageDown', about: 'To the next key', run: (editor) => toKey(editor, 1) },
  { keys: 'R', about: 'Keying on or off', run: (editor) => editor.store.setState({ keying: !editor.store.getState().keying }) },
  { keys: 'K', about: 'Key the keyed channels of what is selected', run: key },
  { keys: 'Shift+K', about: 'Key the pose of what is selected', run: (editor) => keyPose(editor) },
  { keys: 'I', about: 'Trim bars to begin at the playhead', run: (editor) => trim(editor, 'start') },
  { keys: 'O', about: 'Trim bars to end at the playhead', run: (editor) => trim(editor, 'end') },
  { keys: 'Enter', about: 'Open the nest', run: (editor) => { const [layer] = editor.store.getState().selection.layers; if (layer !== undefined) editor.openNest(layer); } },
  { keys: 'Shift+Enter', about: 'Go back out', run: (editor) => editor.goOut() },
  { keys: 'L', about: 'Picture time of the selected nest', run: lane },
  { keys: 'W', about: 'Show the whole composition', run: (editor) => editor.store.setState({ view: { from: 0, pixelsPerFrame: 0 } }) },
  { keys: 'Delete', about: 'Delete keys or layers', run: remove },
  { keys: 'Backspace', about: 'Delete keys or layers', run: remove },
  { keys: 'Escape', about: 'Select nothing', run: (editor) => editor.select({ layers: [], keys: [], operator: null }) },
  { keys: 'Shift+?', about: 'All shortcuts', run: (editor) => editor.store.setState({ listing: true }) },
  { keys: 'Ctrl+Z', about: 'Undo', run: (editor) => editor.undo() },
  { keys: 'Ctrl+Shift+Z', about: 'Redo', run: (editor) => editor.redo() },
];

/** A key press as shortcuts write it: by what is on the key, so that layouts are respected. */
export function keyOf(event: { readonly key: string; readonly ctrlKey: boolean; readonly metaKey: boolean; readonly shiftKey: boolean; readonly altKey: boolean }): string {
  const name = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${event.shiftKey ? 'Shift+' : ''}${name}`;
}

function chosenLayers(editor: Editor): readonly Layer[] {
  const state = editor.store.getState();
  return state.selection.layers.flatMap((id) => member(current(state).layers.by, id) ?? []);
}

function step(editor: Editor, by: number): void {
  editor.seek(editor.store.getState().frame + by);
}

function beside(editor: Editor, by: 1 | -1): void {
  const state = editor.store.getState();
  const { order } = current(state).layers;
  const i = order.indexOf(state.selection.layers[0] ?? '');
  const next = i < 0 ? order[by > 0 ? 0 : order.length - 1] : order[i + by];
  if (next !== undefined) editor.select({ layers: [next], keys: [], operator: null });
}

function keyed(layer: Layer): readonly string[] {
  return Object.entries(layer.channels).filter(([, channel]) => keysOf(channel as never).length > 0).map(([name]) => name);
}

function toKey(editor: Editor, direction: 1 | -1): void {
  const state = editor.store.getState();
  const chosen = chosenLayers(editor);
  const layers = chosen.length > 0 ? chosen : inOrder(current(state).layers);
  const times = layers.flatMap((layer) => keyed(layer).flatMap((name) => keysOf((layer.channels as Record<string, never>)[name]!).map((one) => layer.start + one.at)));
  const ahead = times.filter((at) => (at - state.frame) * direction > 0.5);
  if (ahead.length === 0) return editor.say(direction > 0 ? 'There is no key after the playhead.' : 'There is no key before the playhead.');
  editor.seek(direction > 0 ? Math.min(...ahead) : Math.max(...ahead));
}

function key(editor: Editor): void {
  const state = editor.store.getState();
  const layers = chosenLayers(editor);
  if (layers.length === 0) return editor.say('Select a layer to key.');
  const refs = layers.flatMap((layer) => keyed(layer).map((channel) => ({ layer: layer.id, channel })));
  if (refs.length === 0) return keyPose(editor);
  if (!editor.run(addKeys(state.project, current(state).id, refs, { frame: state.frame, newId: freshId }))) editor.say('There are keys here already.');
}

function keyPose(editor: Editor): void {
  const state = editor.store.getState();
  const refs = chosenLayers(editor).flatMap((layer) => POSE.map((channel) => ({ layer: layer.id, channel })));
  if (refs.length === 0) return editor.say('Select a layer to key.');
  editor.run(addKeys(state.project, current(state).id, refs, { frame: state.frame, newId: freshId }));
}

function trim(editor: Editor, end: 'start' | 'end'): void {
  const state = editor.store.getState();
  const layers = chosenLayers(editor);
  const first = layers[0];
  if (!first) return editor.say('Select a layer to trim.');
  const edge = end === 'start' ? first.spans[0]?.[0] : first.spans[first.spans.length - 1]?.[1];
  if (edge !== undefined) editor.run(trimLayers(state.project, current(state).id, layers.map((layer) => layer.id), end, state.frame - edge));
}

function lane(editor: Editor): void {
  const state = editor.store.getState();
  const [layer] = chosenLayers(editor);
  if (layer?.kind !== 'nest') return editor.say('Select a nest to see its picture time.');
  const name = foldKey(current(state).id, layer.id);
  const lanes = new Set(state.lanes);
  if (!lanes.delete(name)) lanes.add(name);
  editor.store.setState({ lanes });
}

function remove(editor: Editor): void {
  const state = editor.store.getState();
  const { keys, layers } = state.selection;
  const composition = current(state).id;
  if (keys.length > 0) {
    editor.run(deleteKeys(state.project, composition, keys));
    editor.select({ keys: [] });
  } else if (layers.length > 0) editor.run(deleteLayers(state.project, composition, layers));
}
