import { clipText, copyKeys, copyLayers, copyTiming, holds, type KeyRef, type KeysClip, type Made, type TimingClip } from '../../../core/commands';
import { fromMemory, type Project } from '../../../core/model';
import { readClipText } from '../../../workers/reading/client';
import { doRevisable } from './do-revisable';
import { current, type Editor } from './editor';

/** Where copied things wait for other windows of this browser, beside the system's clipboard. */
const SHELF = 'oak-clip';

/** What this window copied last: it needs no reading when it comes back. */
let last: { readonly text: string; readonly clip: { readonly kind: 'layers'; readonly clip: Project } | { readonly kind: 'keys'; readonly clip: KeysClip } | { readonly kind: 'timing'; readonly clip: TimingClip } } | null = null;

/** The selection as text for a clipboard, or null when nothing is selected. Keys go before a step of the timing, that before layers. */
export function copySelection(editor: Editor): string | null {
  const state = editor.store.getState();
  const composition = current(state).id;
  const { keys, layers } = state.selection;
  const copiedKeys = copyKeys(state.project, composition, keys);
  const { operator } = state.selection;
  const copiedTiming = copiedKeys || operator === null || layers.length === 0 ? null : copyTiming(state.project, composition, [{ layer: layers[0]!, operator }]);
  if (copiedTiming) return keepTiming(editor, copiedTiming);
  const copiedLayers = copiedKeys ? null : copyLayers(state.project, composition, layers);
  if (!copiedKeys && !copiedLayers) {
    editor.say('Select layers or keys to copy.');
    return null;
  }
  const text = copiedKeys ? JSON.stringify(copiedKeys) : clipText(copiedLayers!);
  shelve(text);
  last = { text, clip: copiedKeys ? { kind: 'keys', clip: copiedKeys } : { kind: 'layers', clip: copiedLayers! } };
  const many = copiedKeys ? keys.length : layers.length;
  editor.say(`Copied ${many} ${copiedKeys ? 'key' : 'layer'}${many === 1 ? '' : 's'}.`);
  return text;
}

function shelve(text: string): void {
  try {
    localStorage.setItem(SHELF, text);
  } catch {
    // Too much for the shelf: the system's clipboard has it.
  }
}

/** Steps of a timing as text for a clipboard. */
function keepTiming(editor: Editor, clip: TimingClip): string {
  const text = JSON.stringify(fromMemory(clip));
  shelve(text);
  last = { text, clip: { kind: 'timing', clip } };
  const many = clip.layer.timing.order.length;
  editor.say(`Copied ${many === 1 ? 'a step' : `${many} steps`} of timing; paste it on any layer.`);
  return text;
}

/** The whole timing of the selected layer, for a clipboard. */
export function copyWholeTiming(editor: Editor): string | null {
  const state = editor.store.getState();
  const layer = current(state).layers.by[state.selection.layers[0] ?? ''];
  const clip = layer && copyTiming(state.project, current(state).id, layer.timing.order.map((operator) => ({ layer: layer.id, operator })));
  return clip ? keepTiming(editor, clip) : null;
}

export function cutSelection(editor: Editor): string | null {
  const text = copySelection(editor);
  const state = editor.store.getState();
  if (text === null) return null;
  const { keys, layers } = state.selection;
  if (keys.length > 0) editor.do('keys.delete', { keys: [...keys] });
  else if (state.selection.operator !== null && layers.length > 0) editor.do('timing.delete', { layer: layers[0]!, operator: state.selection.operator });
  else editor.do('layers.delete', { layers: [...layers] });
  return text;
}

/** What another window of this browser copied last; nothing where the browser keeps nothing. */
function onShelf(): string {
  try {
    return localStorage.getItem(SHELF) ?? '';
  } catch {
    return '';
  }
}

/** Puts what is on the clipboard into the open composition at the playhead; without a text, what waits on the shelf. */
export async function paste(editor: Editor, given: string | null, keepTimes = false, as: 'values' | 'change' = 'values'): Promise<void> {
  const text = given !== null && given !== '' ? given : (last?.text ?? onShelf());
  if (text === '') return editor.say('There is nothing to paste: copy layers, keys or steps of a timing first.');
  const reading = last?.text === text ? last.clip : await readClipText(text);
  if (reading.kind === 'nothing') return editor.say(reading.message, true);
  const state = editor.store.getState();
  const composition = current(state);
  if (reading.kind === 'keys') {
    if (state.selection.layers.length === 0) return editor.say('Select the layers that the keys should go to.');
    const { layers } = state.selection;
    // Onto several, it may still be said how far apart.
    const args = { layers: [...layers], clip: reading.clip as never, frame: keepTimes ? null : state.frame, as };
    const selected = (made: Made) => ({ selection: { ...state.selection, keys: made.made as readonly KeyRef[], markers: [] } });
    const made = layers.length > 1 ? doRevisable(editor, 'keys.paste', args, selected) : editor.do('keys.paste', args);
    if (made) { if (layers.length === 1) editor.set(selected(made)); }
    else editor.say('What is selected has no such channels.', true);
    return;
  }
  if (reading.kind === 'timing') {
    if (state.selection.layers.length === 0) return editor.say('Select the layers that the timing should go to.');
    const made = editor.do('timing.paste', { layers: [...state.selection.layers], clip: reading.clip });
    if (made && state.selection.layers.length === 1) editor.select({ operator: (made.made?.at(-1) as string | undefined) ?? null });
    return;
  }
  const above = composition.layers.order.find((id) => state.selection.layers.includes(id)) ?? null;
  if (ringOf(state.project, composition.id, reading.clip)) return editor.say(`That would put ${composition.name} inside itself.`, true);
  const made = editor.do('layers.paste', { clip: reading.clip, at: keepTimes ? null : state.frame, above });
  if (!made) return;
  editor.select({ layers: made.made as readonly string[], keys: [], markers: [], operator: null });
  editor.say(`${made.label}${keepTimes ? ' at the time they had' : ''}.`);
}

/** Whether a clip holds a nest of the composition that it is pasted into. */
function ringOf(project: Project, composition: string, clip: Project): boolean {
  return project.compositions.by[composition] !== undefined && holds(clip, clip.main, composition);
}

export function duplicateSelection(editor: Editor): void {
  const state = editor.store.getState();
  const composition = current(state).id;
  const { keys, layers } = state.selection;
  if (keys.length > 0) {
    const clip = copyKeys(state.project, composition, keys)!;
    const made = editor.do('keys.paste', { layers: [...new Set(keys.map((key) => key.layer))], clip: clip as never, frame: state.frame });
    if (made) editor.select({ keys: made.made as readonly KeyRef[] });
    return;
  }
  const made = editor.do('layers.duplicate', { layers: [...layers] });
  if (made) editor.select({ layers: made.made as readonly string[], keys: [], markers: [], operator: null });
}
