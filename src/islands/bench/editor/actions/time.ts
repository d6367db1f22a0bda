import type { TrackRef } from '../../../../core/commands';
import { keyedTracks, keyMomentsOf } from '../../../../core/scene';
import { framesOf, keysOf, NO_MOMENTS } from '../../../../core/commands';
import { inOrder, inTime } from '../../../../core/model';
import { current, type Editor } from '../editor';
import { freshId } from '../fresh-id';
import { catchesFor } from '../../timeline/drag';
import { mendable, mendProblem, showProblem, tickBeyond, ticksOf } from '../problems';
import { foldKey, type EditorState } from '../state';
import { meantTracks } from '../asks/ask';
import { chosenLayers, needsKeys, needsLayers, type Action } from './action';

const trim = (end: 'start' | 'end') => (editor: Editor) => {
  const state = editor.store.getState();
  // A bar ends after the frame that is looked at: it stays in sight.
  if (!editor.do('layers.trim', { layers: state.selection.layers, end, at: end === 'end' ? state.frame + 1 : state.frame })) editor.say(`The bar ${end === 'end' ? 'ends' : 'begins'} here already.`);
};
const toKey = (direction: 1 | -1) => (editor: Editor) => {
  const state = editor.store.getState();
  const chosen = chosenLayers(state);
  const layers = chosen.length > 0 ? chosen : inOrder(current(state).layers);
  const times = layers.flatMap((layer) => keyMomentsOf(state.project, current(state), layer));
  const ahead = times.filter((at) => (at - state.frame) * direction > 0.5);
  if (ahead.length === 0) return editor.say(direction > 0 ? 'There is no key after the playhead.' : 'There is no key before the playhead.');
  editor.seek(direction > 0 ? Math.min(...ahead) : Math.max(...ahead));
};
const toMarker = (direction: 1 | -1) => (editor: Editor) => {
  const state = editor.store.getState();
  const composition = current(state);
  const times = [...inTime(composition.markers), ...inOrder(composition.layers).flatMap((layer) => inTime(layer.markers))].map((marker) => marker.at).filter((at) => (at - state.frame) * direction > 0.5);
  if (times.length === 0) return editor.say(direction > 0 ? 'There is no marker after the playhead.' : 'There is no marker before the playhead.');
  editor.seek(direction > 0 ? Math.min(...times) : Math.max(...times));
};
const toProblem = (direction: 1 | -1) => (editor: Editor) => {
  const state = editor.store.getState();
  const tick = tickBeyond(ticksOf(state), state.frame, direction);
  if (tick) showProblem(editor, tick);
};
const needsTicks = (state: EditorState): string | null => (ticksOf(state).length > 0 ? null : 'No problem has a moment on this ruler.');
const nudgeKeys = (by: number) => (editor: Editor) => {
  const state = editor.store.getState();
  const { keys, markers } = state.selection;
  editor.nudge(`shift ${JSON.stringify([keys, markers])}`, 'time.shift', { ...NO_MOMENTS, keys, markers, by, near: state.frame });
};
/** What is selected goes to the next beat, marker or key on that side, by its moment nearest to there. */
const toCatch = (direction: 1 | -1) => (editor: Editor) => {
  const state = editor.store.getState();
  const composition = current(state);
  const moments = { ...NO_MOMENTS, keys: state.selection.keys, markers: state.selection.markers };
  const own = framesOf(state.project, composition, moments);
  const edge = direction > 0 ? Math.max(...own) : Math.min(...own);
  const caught = catchesFor(state.project, composition, moments, { kind: 'moveKeys', refs: moments.keys }, state.frame, [-Infinity, Infinity], state.settings.betweenFrames).filter(({ at, name }) => (at - edge) * direction > 1e-6 && name !== 'playhead');
  const [next] = [...caught].sort((a, b) => (a.at - b.at) * direction);
  if (!next || own.length === 0) return editor.say(direction > 0 ? 'There is nothing to catch after them.' : 'There is nothing to catch before them.');
  if (editor.nudge(`catch ${JSON.stringify([moments.keys, moments.markers])}`, 'time.shift', { ...moments, by: next.at - edge, near: edge })) editor.say(`At ${next.name}, frame ${Math.round(next.at * 100) / 100}.`);
};

/** The tracks that the last edit gave values to, where it was about what is selected. */
function touchedTracks(state: EditorState): readonly TrackRef[] | null {
  const last = state.history.done.at(-1);
  if (!last || !/^(tracks\.set|layers\.(move|place)|keys\.(add|set))$/.test(last.event)) return null;
  const named = new Map<string, TrackRef>();
  for (const { path } of last.patches) {
    const at = path.indexOf('channels');
    const [, , composition, , , layer] = path;
    if (at < 6 || composition !== current(state).id || !state.selection.layers.includes(layer!)) continue;
    const track = at === 6 ? path[at + 1]! : `${path[at - 1]!}.${path[at + 1]!}`;
    named.set(`${layer}\n${track}`, { layer: layer!, track });
  }
  return named.size > 0 ? [...named.values()] : null;
}

/** Cuts bars in two; the later parts are selected. */
function split(editor: Editor, layers: readonly string[], already: string): void {
  const made = editor.do('layers.split', { layers: [...layers], frame: editor.store.getState().frame });
  if (made?.made) editor.select({ layers: made.made as readonly string[], keys: [], markers: [], operator: null });
  else editor.say(already);
}

const needsMoments = (state: EditorState): string | null => (state.selection.markers.length > 0 ? null : needsKeys(state));

/** Keys tracks at the playhead. A refusal says itself why; where there is just nothing to do, that is said. */
function keyAll(editor: Editor, tracks: readonly TrackRef[], already: string): void {
  const { frame, message } = editor.store.getState();
  if (editor.do('keys.add', { tracks: [...tracks], frame })) stepOn(editor);
  else if (editor.store.getState().message === message) editor.say(already);
}

/** Frames that the playhead goes on after a pose. */
function stepOn(editor: Editor): void {
  const { settings, frame } = editor.store.getState();
  if (settings.stepOn > 0) editor.seek(frame + settings.stepOn);
}

function keyPose(editor: Editor): void {
  const { frame, message, selection } = editor.store.getState();
  if (editor.do('poses.key', { layers: [...selection.layers], frame })) stepOn(editor);
  else if (editor.store.getState().message === message) editor.say('The pose is keyed here already.');
}

function keySelected(editor: Editor): void {
  const state = editor.store.getState();
  const keyed = chosenLayers(state).flatMap((layer) => keyedTracks(state.project, layer).map(({ address }) => ({ layer: layer.id, track: address })));
  const chosen = state.selection.keys.length > 0 ? meantTracks(state) : [];
  const refs = chosen.length > 0 ? chosen : touchedTracks(state) ?? keyed;
  if (refs.length === 0) return keyPose(editor);
  keyAll(editor, refs, 'There are keys here already.');
}

export const TIME_ACTIONS: readonly Action[] = [
  { id: 'time.trim-start', title: 'Trim bars to begin at the playhead', group: 'Time', keys: ['Shift+I'], also: 'cut in', whyNot: needsLayers, run: trim('start') },
  { id: 'time.trim-end', title: 'Trim bars to end with the playhead’s frame', group: 'Time', keys: ['Shift+O'], also: 'cut out', whyNot: needsLayers, run: trim('end') },
  {
    id: 'time.split', title: 'Split at the playhead', group: 'Time', keys: ['S'], also: 'cut razor', whyNot: needsLayers,
    run: (editor) => split(editor, editor.store.getState().selection.layers, 'The playhead is not inside a bar that is selected.'),
  },
  { id: 'time.split-all', title: 'Split all layers at the playhead', group: 'Time', keys: ['Shift+S'], also: 'cut razor', run: (editor) => split(editor, current(editor.store.getState()).layers.order, 'The playhead is not inside any bar.') },
  {
    id: 'time.to-playhead', title: 'Slide bars to begin at the playhead', group: 'Time', also: 'move slip roll', whyNot: needsLayers,
    run: (editor) => {
      const state = editor.store.getState();
      const first = Math.min(...chosenLayers(state).flatMap((layer) => layer.spans[0]?.[0] ?? []));
      if (!Number.isFinite(first) || !editor.do('time.shift', { ...NO_MOMENTS, slide: state.selection.layers, by: state.frame - first })) editor.say('The bars begin here already.');
    },
  },
  {
    id: 'time.marker', title: (state) => `Add a marker ${state.selection.layers.length === 0 ? 'to the composition' : state.selection.layers.length === 1 ? 'to the layer' : `to each of ${state.selection.layers.length} layers`} here`, group: 'Time', keys: ['M'], also: 'cue',
    run: (editor) => {
      const state = editor.store.getState();
      const made: string[] = [];
      const newId = () => { const id = freshId(); made.push(id); return id; };
      const { layers } = state.selection;
      if (!editor.do('markers.add', { layers, at: state.frame }, newId)) return;
      // While it plays the next press is for the next marker.
      if (!state.playing) editor.select({ markers: made.map((marker, i) => ({ layer: layers[i] ?? null, marker })), keys: [] });
    },
  },
  { id: 'time.marker-composition', title: 'Add a marker to the composition here', group: 'Time', keys: ['Shift+M'], run: (editor) => { const id = freshId(); if (editor.do('markers.add', { layers: [], at: editor.store.getState().frame }, () => id) && !editor.store.getState().playing) editor.select({ markers: [{ layer: null, marker: id }], keys: [] }); } },
  { id: 'time.next-marker', title: 'To the next marker', group: 'Time', keys: ['Ctrl+ArrowRight'], run: toMarker(1) },
  { id: 'time.marker-before', title: 'To the marker before', group: 'Time', keys: ['Ctrl+ArrowLeft'], run: toMarker(-1) },
  { id: 'time.next-problem', title: 'To the next problem', group: 'Time', whyNot: needsTicks, run: toProblem(1) },
  { id: 'time.problem-before', title: 'To the problem before', group: 'Time', whyNot: needsTicks, run: toProblem(-1) },
  {
    id: 'time.mend', title: 'Mend the problem here', group: 'Time',
    whyNot: (state) => (mendable(state) ? null : 'No problem of what is selected, or of this frame, has an edit that mends it.'),
    run: (editor) => { const problem = mendable(editor.store.getState()); if (problem) mendProblem(editor, problem); },
  },
  { id: 'keys.add', title: 'Key the tracks last touched or selected', group: 'Keys', keys: ['K'], also: 'keyframe', whyNot: (state) => (state.playing ? null : needsLayers(state)), run: (editor) => (editor.store.getState().playing ? editor.togglePlay() : keySelected(editor)) },
  { id: 'keys.pose', title: 'Key the pose of what is selected', group: 'Keys', keys: ['Shift+K'], also: 'keyframe all', whyNot: needsLayers, run: (editor) => (editor.store.getState().playing ? editor.togglePlay() : keyPose(editor)) },
  { id: 'keys.keying', title: 'Keying: changes become keys', group: 'Keys', keys: ['R'], also: 'record auto keyframe', isOn: (state) => state.keying, run: (editor) => editor.set({ keying: !editor.store.getState().keying }) },
  { id: 'keys.next', title: 'To the next key', group: 'Keys', keys: ['PageDown'], run: toKey(1) },
  { id: 'keys.before', title: 'To the key before', group: 'Keys', keys: ['PageUp'], run: toKey(-1) },
  { id: 'keys.later', title: 'Move selected keys a frame later', group: 'Keys', keys: ['.'], also: 'nudge keyframe', whyNot: needsMoments, run: nudgeKeys(1) },
  { id: 'keys.earlier', title: 'Move selected keys a frame earlier', group: 'Keys', keys: [','], also: 'nudge keyframe', whyNot: needsMoments, run: nudgeKeys(-1) },
  { id: 'keys.later-catch', title: 'Move selected keys to the next beat, marker or key', group: 'Keys', keys: ['>', ':'], also: 'nudge snap', whyNot: needsMoments, run: toCatch(1) },
  { id: 'keys.earlier-catch', title: 'Move selected keys to the beat, marker or key before', group: 'Keys', keys: ['<', ';'], also: 'nudge snap', whyNot: needsMoments, run: toCatch(-1) },
  {
    id: 'keys.all', title: 'Select all keys of the selected layers', group: 'Keys', also: 'keyframe', whyNot: needsLayers,
    run: (editor) => {
      const state = editor.store.getState();
      const keys = chosenLayers(state).flatMap((layer) => keyedTracks(state.project, layer).flatMap(({ address, channel }) => keysOf(channel).map((key) => ({ layer: layer.id, track: address, key: key.id }))));
      editor.select({ keys });
      if (keys.length === 0) return editor.say('What is selected has no keys.');
      editor.set({ unfolded: new Set([...state.unfolded, ...state.selection.layers.map((id) => foldKey(current(state).id, id))]) });
      editor.say(`${keys.length} ${keys.length === 1 ? 'key' : 'keys'} selected.`);
    },
  },
];
