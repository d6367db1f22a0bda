import { keysOf, keysTable, NO_MOMENTS, framesOf, type KeyRef } from '../../../../core/commands';
import { keyedTracks, trackAt } from '../../../../core/scene';
import { CURVES } from '../../../../core/keys';
import { member, type Project } from '../../../../core/model';
import { meantKeys, meantTracks, needsMotion } from '../asks/ask';
import { spanOfKeys } from '../asks/keys';
import { paste } from '../clipboard';
import { current, keyingOf, type Editor } from '../editor';
import { meantLegs } from '../meant-legs';
import type { EditorState } from '../state';
import { toClipboard } from '../to-clipboard';
import { chosenLayers, needsKeys, needsLayers, type Action } from './action';

type Does = Parameters<Editor['do']>;

/** An edit of the list, done to what is meant; where there is nothing to do it says so. */
const does = (event: Does[0], args: (state: EditorState) => object, already: string) => (editor: Editor) => {
  const { message } = editor.store.getState();
  if (!editor.do(event, args(editor.store.getState()) as never) && editor.store.getState().message === message) editor.say(already);
};
const keysOnly = (state: EditorState) => ({ keys: meantKeys(state) });
const needsLegs = (state: EditorState): string | null => (meantLegs(state).length > 0 ? null : 'Select keys, or go to a motion of the selected layer.');
const posed = (state: EditorState) => ({ layers: state.selection.layers, frame: state.frame, ...keyingOf(state) });

/** Puts keys on the other selected layers’ keyed tracks where the first selected layer has its own. */
function keysWhere(editor: Editor): void {
  const state = editor.store.getState();
  const [first, ...others] = chosenLayers(state);
  const composition = current(state);
  const moments = first ? framesOf(state.project, composition, { ...NO_MOMENTS, keys: keyedTracks(state.project, first).flatMap((track) => keysOf(track.channel).map((key) => ({ layer: first.id, track: track.address, key: key.id }))) }) : [];
  const tracks = others.flatMap((layer) => keyedTracks(state.project, layer).map((track) => ({ layer: layer.id, track: track.address })));
  let done = 0;
  for (const frame of moments) if (editor.nudge(`where ${first!.id} ${state.history.done.length}`, 'keys.add', { tracks, frame })) done++;
  editor.say(done === 0 ? 'They have keys there already, or no keyed tracks.' : `Keys put where ${first!.name} has them.`);
}

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

const NEW_KEYS: readonly (readonly [Project['newKeys'], string])[] = [['straight', 'straight'], ['smooth', 'smooth'], ['hold', 'held'], ['drawn', 'as the motion is drawn there']];

/** Everything that arranges keys and poses and needs no number. */
export const ARRANGE_ACTIONS: readonly Action[] = [
  { id: 'keys.even', title: 'Spread keys evenly', group: 'Keys', also: 'distribute keyframes', whyNot: needsMotion, run: does('keys.even', keysOnly, 'They are spread evenly already.') },
  { id: 'keys.reverse', title: 'Reverse keys in time', group: 'Keys', also: 'backwards flip keyframes', whyNot: needsMotion, run: does('keys.reverse', keysOnly, 'There is nothing to turn round.') },
  { id: 'keys.calm', title: 'Smooth out a run of keys', group: 'Keys', also: 'average jitter soften', whyNot: needsMotion, run: does('keys.calm', (state) => ({ keys: meantKeys(state), share: 0.5 }), 'They lie on one line already.') },
  { id: 'keys.whole', title: 'Put keys on whole frames', group: 'Keys', also: 'snap round quantize', whyNot: needsMotion, run: does('keys.snap', (state) => ({ keys: meantKeys(state), to: 'frames' }), 'They stand on whole frames already.') },
  { id: 'keys.beats', title: 'Put keys on beats', group: 'Keys', also: 'snap quantize music tempo', whyNot: (state) => needsMotion(state) ?? (current(state).tempo ? null : 'This composition has no beats: give it a tempo first.'), run: does('keys.snap', (state) => ({ keys: meantKeys(state), to: 'beats' }), 'They stand on beats already.') },
  { id: 'keys.align-here', title: 'Align keys: each track’s first at the playhead', group: 'Keys', also: 'line up move', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: state.frame, edge: 'first' }), 'They begin here already.') },
  { id: 'keys.align-first', title: 'Align keys to the first of them', group: 'Keys', also: 'line up', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: spanOfKeys(state)[0], edge: 'first' }), 'They begin together already.') },
  { id: 'keys.align-last', title: 'Align keys to the last of them', group: 'Keys', also: 'line up', whyNot: needsMotion, run: does('keys.align', (state) => ({ keys: meantKeys(state), at: spanOfKeys(state)[1], edge: 'last' }), 'They end together already.') },
  { id: 'keys.within', title: 'Keep the motion within its two keys', group: 'Keys', also: 'overshoot clamp', whyNot: needsLegs, run: does('keys.within', (state) => ({ keys: meantLegs(state) }), 'It never leaves them.') },
  { id: 'keys.handles', title: 'Turn curves into handles', group: 'Keys', also: 'bezier expand', whyNot: needsLegs, run: does('keys.handles', (state) => ({ keys: meantLegs(state) }), 'There is no curve on this motion.') },
  ...CURVES.flatMap(({ kind, title, form }) => ([form, form === 'in' ? 'out' : 'in', 'both'] as const).map((side): Action => ({
    id: `curve.${kind}-${side}`, title: `Curve: ${title.toLowerCase()}, ${side === 'in' ? 'as it leaves' : side === 'out' ? 'as it arrives' : 'on both sides'}`, group: 'Keys', also: 'ease easing preset', whyNot: needsLegs,
    run: does('keys.set', (state) => ({ keys: meantLegs(state), fields: { curve: { kind, side } } }), 'It runs so already.'),
  }))),
  { id: 'curve.none', title: 'Curve: none', group: 'Keys', also: 'ease easing preset remove linear', whyNot: needsLegs, run: does('keys.set', (state) => ({ keys: meantLegs(state), fields: { curve: null } }), 'It runs by no curve.') },
  { id: 'tracks.still', title: 'Take the motion out, at the value seen now', group: 'Keys', also: 'remove animation delete keyframes static', whyNot: needsMotion, run: does('tracks.still', (state) => ({ tracks: meantTracks(state), frame: state.frame }), 'There is no motion to take out.') },
  { id: 'tracks.ends', title: 'Make the first and last pose equal', group: 'Keys', also: 'loop seamless cycle', whyNot: needsMotion, run: does('tracks.ends', (state) => ({ tracks: meantTracks(state), like: 'first' }), 'They are equal already.') },
  {
    id: 'tracks.closed', title: 'Close tracks to a loop: first and last key are one', group: 'Keys', also: 'cycle seamless', whyNot: needsMotion,
    isOn: (state) => { const refs = meantTracks(state); return refs.length > 0 && refs.every(({ layer, track }) => { const one = member(current(state).layers.by, layer); return one !== undefined && trackAt(state.project, one, track)?.channel?.closed === true; }); },
    run: (editor) => {
      const state = editor.store.getState();
      const closed = !meantTracks(state).every(({ layer, track }) => trackAt(state.project, current(state).layers.by[layer]!, track)?.channel?.closed);
      editor.do('tracks.closed', { tracks: meantTracks(state), closed });
    },
  },
  { id: 'keys.where', title: 'Put keys where the first selected layer has them', group: 'Keys', also: 'copy timing match keyframes', whyNot: (state) => (chosenLayers(state).length > 1 ? null : 'Select the layer that has the keys first, then those that should get some.'), run: keysWhere },
  { id: 'keys.table', title: 'Copy keys as a table', group: 'Keys', also: 'export sheet text clipboard', whyNot: needsMotion, run: (editor) => { const state = editor.store.getState(); const text = keysTable(state.project, current(state).id, meantKeys(state)); if (text === null) return; editor.say('Copied as a table: paste it into any sheet.'); void toClipboard(text).then((could) => { if (!could) editor.say('This page may not write to the clipboard: allow it in the browser.', true); }); } },
  { id: 'keys.paste-change', title: 'Paste keys as change from here', group: 'Keys', also: 'relative additive offset', run: (editor) => void paste(editor, null, false, 'change') },
  { id: 'keys.like-value', title: 'Select keys of the same value', group: 'Keys', also: 'similar', whyNot: needsKeys, run: selectKeys((_, key, like) => like.some((one) => JSON.stringify(one.value) === JSON.stringify(key.value))) },
  { id: 'keys.of-track', title: 'Select all keys of these tracks', group: 'Keys', also: 'keyframes channel', whyNot: needsMotion, run: selectKeys(() => true) },
  { id: 'keys.next-chosen', title: 'To the next of the selected keys', group: 'Keys', keys: ['Ctrl+PageDown'], whyNot: needsKeys, run: inSelection(1) },
  { id: 'keys.before-chosen', title: 'To the selected key before', group: 'Keys', keys: ['Ctrl+PageUp'], whyNot: needsKeys, run: inSelection(-1) },
  { id: 'poses.flip-across', title: 'Flip across', group: 'Keys', also: 'mirror horizontal turn over', whyNot: needsLayers, run: does('poses.flip', (state) => ({ ...posed(state), axis: 'across' }), 'What is selected has no size to flip.') },
  { id: 'poses.flip-down', title: 'Flip down', group: 'Keys', also: 'mirror vertical turn over', whyNot: needsLayers, run: does('poses.flip', (state) => ({ ...posed(state), axis: 'down' }), 'What is selected has no size to flip.') },
  { id: 'poses.mirror', title: 'Mirror the pose: partners take each other’s', group: 'Keys', also: 'swap left right symmetric', whyNot: needsLayers, run: does('poses.mirror', (state) => ({ ...posed(state), swap: true }), 'The pose is its own mirror image.') },
  { id: 'poses.mirror-onto', title: 'Give the partner this pose, mirrored', group: 'Keys', also: 'left right symmetric copy', whyNot: needsLayers, run: does('poses.mirror', (state) => ({ ...posed(state), swap: false }), 'It stands so already.') },
  {
    id: 'layers.partners', title: 'Make the two selected layers partners', group: 'Layers', also: 'mirror left right pair', whyNot: (state) => (chosenLayers(state).length === 2 ? null : 'Select two layers.'),
    run: (editor) => {
      const state = editor.store.getState();
      const [a, b] = chosenLayers(state);
      editor.nudge('partners', 'layers.set', { layers: [a!.id], field: 'partner', value: b!.id });
      if (editor.nudge('partners', 'layers.set', { layers: [b!.id], field: 'partner', value: a!.id })) editor.say(`${a!.name} and ${b!.name} are partners: poses can be mirrored between them.`);
      else editor.say('They are partners already.');
    },
  },
  {
    id: 'layers.pose-tracks', title: 'Keying the pose takes the tracks of the selected keys', group: 'Layers', also: 'pose set', whyNot: needsKeys,
    run: (editor) => {
      const { keys } = editor.store.getState().selection;
      for (const layer of new Set(keys.map((key) => key.layer))) editor.nudge('pose tracks', 'layers.set', { layers: [layer], field: 'pose', value: [...new Set(keys.filter((key) => key.layer === layer).map((key) => key.track))] });
      editor.say('Keying the pose takes these tracks, and whatever else has keys.');
    },
  },
  { id: 'layers.pose-plain', title: 'Keying the pose takes place, sizes, turn, lean and opacity', group: 'Layers', also: 'pose reset', whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some((layer) => layer.pose !== null) ? null : 'It does that already.'), run: (editor) => void editor.do('layers.set', { layers: editor.store.getState().selection.layers, field: 'pose', value: null }) },
  ...NEW_KEYS.map(([newKeys, words]): Action => ({ id: `keys.new-${newKeys}`, title: `New keys are ${words}`, group: 'Keys', also: 'default interpolation', whyNot: (state) => (state.project.newKeys === newKeys ? `New keys are ${words} already.` : null), run: (editor) => void editor.do('project.keys', { newKeys }) })),
  { id: 'spans.split', title: 'Cut the bar here, in the same layer', group: 'Time', also: 'split span', whyNot: needsLayers, run: does('spans.split', (state) => ({ layers: state.selection.layers, frame: state.frame }), 'The playhead is not inside a bar that is selected.') },
  { id: 'spans.join', title: 'Join the bars of a layer', group: 'Time', also: 'merge span', whyNot: needsLayers, run: does('spans.join', (state) => ({ layers: state.selection.layers, at: null }), 'Each has one bar.') },
  { id: 'layers.gaps', title: 'Close the gaps between bars', group: 'Layers', also: 'ripple pack sequence', whyNot: needsLayers, run: does('layers.gaps', (state) => ({ layers: state.selection.layers }), 'There is no gap.') },
  { id: 'composition.settle', title: 'Keep the picture here as settled', group: 'Time', also: 'lock protect final still', run: does('composition.settle', (state) => ({ layers: state.selection.layers.length > 0 ? state.selection.layers : null, frame: state.frame }), 'It is kept so already.') },
];
