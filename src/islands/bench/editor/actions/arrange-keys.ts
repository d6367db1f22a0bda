import { framesOf, keysOf, keysTable, NO_MOMENTS, type KeyRef } from '../../../../core/commands';
import { trackAt } from '../../../../core/scene';
import { member } from '../../../../core/model';
import { meantKeys, meantTracks, needsMotion } from '../asks/ask';
import { spanOfKeys } from '../asks/keys';
import { paste } from '../clipboard';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { toClipboard } from '../to-clipboard';
import { chosenLayers, needsKeys, type Action } from './action';
import { does } from './does';

const keysOnly = (state: EditorState) => ({ keys: meantKeys(state) });

/** Selects keys of the tracks that are meant, by what a test says of each. */
const selectKeys = (test: (state: EditorState, key: { readonly at: number; readonly value: unknown }, all: readonly { readonly value: unknown }[]) => boolean) => (editor: Editor) => {
  const state = editor.store.getState();
  const keys = meantTracks(state).flatMap(({ layer, track }): readonly KeyRef[] => {
    const one = member(current(state).layers.by, layer);
    const all = keysOf((one && trackAt(state.project, one, track)?.channel) ?? null);
    const mine = state.selection.keys.filter((ref) => ref.layer === layer && ref.track === track);
    const like = mine.length > 0 ? all.filter((key) => mine.some((ref) => ref.key === key.id)) : all;
    return all.filter((key) => test(state, key, like)).map((key) => ({ layer, track, key: key.id }));
  });
  editor.select({ keys });
  editor.say(`${keys.length} ${keys.length === 1 ? 'key' : 'keys'} selected.`);
};

/** To the next or the last of the selected keys, seen from the playhead. */
const inSelection = (way: 1 | -1) => (editor: Editor) => {
  const state = editor.store.getState();
  const frames = framesOf(state.project, current(state), { ...NO_MOMENTS, keys: state.selection.keys }).filter((at) => (at - state.frame) * way > 0.5);
  if (frames.length === 0) return editor.say(way > 0 ? 'No selected key is after the playhead.' : 'No selected key is before the playhead.');
  editor.seek(way > 0 ? Math.min(...frames) : Math.max(...frames));
};

/** Everything that arranges keys in time and needs no number. */
export const ARRANGE_ACTIONS: readonly Action[] = [
  { id: 'keys.even', title: 'Spread keys evenly', group: 'Keys', also: 'distribute keyframes', whyNot: needsMotion, run: does('keys.even', keysOnly, 'They are spread evenly already.') },
  { id: 'keys.reverse', title: 'Reverse keys in time', group: 'Keys', also: 'backwards flip keyframes', whyNot: needsMotion, run: does('keys.reverse', keysOnly, 'There is nothing to turn round.') },
  { id: 'keys.calm', title: 'Smooth out a run of keys', group: 'Keys', also: 'average jitter soften', whyNot: needsMotion, run: does('keys.calm', (state) => ({ keys: meantKeys(state), share: 0.5 }), 'They lie on one line already.') },
  { id: 'keys.whole', title: 'Put keys on whole frames', group: 'Keys', also: 'snap round quantize', whyNot: needsMotion, run: does('keys.snap', (state) => ({ keys: meantKeys(state), to: 'frames' }), 'They stand on whole frames already.') },
  { id: 'keys.beats', title: 'Put keys on beats', group: 'Keys', also: 'snap quantize music tempo', whyNot: (state) => needsMotion(state) ?? (current(state).tempo ? null : 'This composition has no beats: give it a tempo first.'), run: does('keys.snap', (state) => ({ keys: meantKeys(state), to: 'beats', exact: state.settings.betweenFrames }), 'They stand on beats already.') },
  { id: 'keys.align-here', title: 'Align keys: each track’s first at the playhead', group: 'Keys', also: 'line up move', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: state.frame, edge: 'first' }), 'They begin here already.') },
  { id: 'keys.align-first', title: 'Align keys to the first of them', group: 'Keys', also: 'line up', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: spanOfKeys(state)[0], edge: 'first' }), 'They begin together already.') },
  { id: 'keys.align-last', title: 'Align keys to the last of them', group: 'Keys', also: 'line up', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: spanOfKeys(state)[1], edge: 'last' }), 'They end together already.') },
  { id: 'keys.where', title: 'Put keys where the first selected layer has them', group: 'Keys', also: 'copy timing match keyframes', whyNot: (state) => (chosenLayers(state).length > 1 ? null : 'Select the layer that has the keys first, then those that should get some.'), run: does('keys.where', (state) => ({ layer: state.selection.layers[0]!, onto: state.selection.layers.slice(1) }), 'They have keys there already, or no keyed tracks.') },
  { id: 'keys.table', title: 'Copy keys as a table', group: 'Keys', also: 'export sheet text clipboard', whyNot: needsMotion, run: (editor) => { const state = editor.store.getState(); const text = keysTable(state.project, current(state).id, meantKeys(state)); if (text === null) return; editor.say('Copied as a table: paste it into any sheet.'); void toClipboard(text).then((could) => { if (!could) editor.say('This page may not write to the clipboard: allow it in the browser.', true); }); } },
  { id: 'keys.paste-change', title: 'Paste keys as change from here', group: 'Keys', also: 'relative additive offset', run: (editor) => void paste(editor, null, false, 'change') },
  { id: 'keys.like-value', title: 'Select keys of the same value', group: 'Keys', also: 'similar', whyNot: needsKeys, run: selectKeys((_, key, like) => like.some((one) => JSON.stringify(one.value) === JSON.stringify(key.value))) },
  { id: 'keys.of-track', title: 'Select all keys of these tracks', group: 'Keys', also: 'keyframes channel', whyNot: needsMotion, run: selectKeys(() => true) },
  { id: 'keys.next-chosen', title: 'To the next of the selected keys', group: 'Keys', keys: ['Ctrl+PageDown'], whyNot: needsKeys, run: inSelection(1) },
  { id: 'keys.before-chosen', title: 'To the selected key before', group: 'Keys', keys: ['Ctrl+PageUp'], whyNot: needsKeys, run: inSelection(-1) },
];
