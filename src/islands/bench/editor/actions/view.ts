import { member, type Layer } from '../../../../core/model';
import { shownTracks, trackAt } from '../../../../core/scene';
import { placePicture, zoomPictureAt } from '../../picture/place-picture';
import { shownView, wholeView, xOf, zoomAt } from '../../timeline/scale';
import { current, keyingOf, type Editor } from '../editor';
import { curveKey, foldKey, rateKey, type EditorState } from '../state';
import { chosenLayers, needsLayers, type Action } from './action';

const overlay = (id: string, title: string, name: keyof EditorState['overlays'], keys: readonly string[] = []): Action => ({
  id, title, group: 'Picture', keys, isOn: (state) => state.overlays[name],
  run: (editor) => { const { overlays } = editor.store.getState(); editor.set({ overlays: { ...overlays, [name]: !overlays[name] } }); },
});
const setting = (id: string, title: string, name: 'snap' | 'ripple' | 'together' | 'betweenFrames' | 'stayWithPicture', keys: readonly string[]): Action => ({
  id, title, group: 'Time', keys, isOn: (state) => state.settings[name],
  run: (editor) => editor.setSettings({ [name]: !editor.store.getState().settings[name] }),
});
const nudge = (dx: number, dy: number) => (editor: Editor) => {
  const state = editor.store.getState();
  if (!editor.nudge(`move ${state.selection.layers.join()}`, 'layers.move', { layers: state.selection.layers, by: [dx, dy], frame: state.frame, ...keyingOf(state) })) editor.say('What is selected has no place on the picture, or is locked.');
};
/** Closer to the picture or farther; what lies in the middle stays. */
const zoomPicture = (factor: number) => (editor: Editor) => {
  const state = editor.store.getState();
  const [width, height] = state.rooms.picture;
  editor.set({ picture: zoomPictureAt([width, height], current(state), state.picture, [width / 2, height / 2], factor) });
};
/** Closer in time or farther; the playhead stays where it is. */
const zoomTime = (factor: number) => (editor: Editor) => {
  const state = editor.store.getState();
  const { duration } = current(state);
  const width = state.rooms.tracks;
  const view = shownView(state.view, duration, width);
  editor.set({ view: zoomAt(view, xOf(state.frame, view), factor, duration, width) });
};
/** Why the timeline cannot go closer or farther: it ends at a frame as wide as a cell, and at the whole composition. */
const timeEnds = (factor: number, why: string) => (state: EditorState): string | null => {
  const { duration } = current(state);
  const view = shownView(state.view, duration, state.rooms.tracks);
  const then = zoomAt(view, 0, factor, duration, state.rooms.tracks);
  return Math.abs(then.pixelsPerFrame - view.pixelsPerFrame) < 1e-9 ? why : null;
};
/** Why the picture cannot go closer or farther. */
const pictureEnds = (factor: number, why: string) => (state: EditorState): string | null => {
  const composition = current(state);
  const { scale } = placePicture(state.rooms.picture, composition, state.picture, 1, 1);
  return zoomPictureAt(state.rooms.picture, composition, state.picture, [0, 0], factor).zoom === scale ? why : null;
};
/** More lanes than this at once would be a wall. */
const MOST_LANES = 4;

/** The lanes that are meant: curves of the tracks whose keys are selected, else the picture time of nests, else the curves of what moves. */
function lanesMeant(state: EditorState): readonly string[] {
  const { id } = current(state);
  const numbers = (layer: Layer, address: string) => trackAt(state.project, layer, address)?.spec.type === 'N';
  const tracks = new Map(state.selection.keys.map(({ layer, track }) => [`${layer}\n${track}`, { layer, track }]));
  const ofKeys = [...tracks.values()].flatMap(({ layer, track }) => { const one = member(current(state).layers.by, layer); return one && numbers(one, track) ? [curveKey(id, layer, track)] : []; });
  if (ofKeys.length > 0) return ofKeys.slice(0, MOST_LANES);
  const chosen = chosenLayers(state);
  const nests = chosen.filter((layer) => layer.kind === 'nest').map((layer) => foldKey(id, layer.id));
  if (nests.length > 0) return nests;
  return chosen.flatMap((layer) => shownTracks(state.project, layer).filter((track) => track.spec.type === 'N').map((track) => curveKey(id, layer.id, track.address))).slice(0, MOST_LANES);
}
const needsLanes = (state: EditorState): string | null => (lanesMeant(state).length > 0 ? null : 'Select a nest to see its picture time, or keys to see their curve.');
const laneIsAlone = (state: EditorState): boolean => { const { id, layers } = current(state); return layers.order.some((layer) => foldKey(id, layer) === state.laneAlone?.split(' ')[0]); };
const wholeShown = (state: EditorState): boolean => {
  const { duration } = current(state);
  const { from, pixelsPerFrame } = shownView(state.view, duration, state.rooms.tracks);
  const whole = wholeView(duration, Math.max(100, state.rooms.tracks));
  return Math.abs(pixelsPerFrame - whole.pixelsPerFrame) < 1e-9 && Math.abs(from - whole.from) < 1e-6;
};

export const VIEW_ACTIONS: readonly Action[] = [
  { id: 'picture.left', title: 'Nudge left by a pixel', group: 'Picture', whyNot: needsLayers, run: nudge(-1, 0) },
  { id: 'picture.right', title: 'Nudge right by a pixel', group: 'Picture', whyNot: needsLayers, run: nudge(1, 0) },
  { id: 'picture.up', title: 'Nudge up by a pixel', group: 'Picture', whyNot: needsLayers, run: nudge(0, -1) },
  { id: 'picture.down', title: 'Nudge down by a pixel', group: 'Picture', whyNot: needsLayers, run: nudge(0, 1) },
  { id: 'picture.fit', title: 'Fit the picture into its room', group: 'Picture', keys: ['Ctrl+0'], whyNot: (state) => (state.picture.zoom === null ? 'It is fitted already.' : null), run: (editor) => editor.set({ picture: { ...editor.store.getState().picture, zoom: null } }) },
  { id: 'picture.whole', title: 'Picture at 100 %', group: 'Picture', keys: ['Ctrl+1'], run: (editor) => { const state = editor.store.getState(); const { width, height } = current(state); editor.set({ picture: { ...state.picture, zoom: 1, centre: state.picture.zoom === null ? [width / 2, height / 2] : state.picture.centre } }); } },
  { id: 'picture.closer', title: 'Closer to the picture', group: 'Picture', keys: ['Ctrl+=', 'Ctrl++'], whyNot: pictureEnds(1.5, 'It is as close as it goes: 32 screen pixels for one of the film.'), run: zoomPicture(1.5) },
  { id: 'picture.farther', title: 'Farther from the picture', group: 'Picture', keys: ['Ctrl+-'], whyNot: pictureEnds(1 / 1.5, 'It is as small as it goes: a twentieth.'), run: zoomPicture(1 / 1.5) },
  { id: 'picture.pixels', title: 'Show the pixels of the film', group: 'Picture', isOn: (state) => state.picture.pixels, run: (editor) => { const { picture } = editor.store.getState(); editor.set({ picture: { ...picture, pixels: !picture.pixels } }); } },
  overlay('picture.thirds', 'Thirds and middle lines', 'thirds'),
  overlay('picture.safe', 'Safe frame for titles and action', 'safe', []),
  overlay('picture.path', 'Motion path of the selection', 'path', []),
  {
    id: 'picture.ground', title: (state) => (current(state).background === null ? 'Paint a ground' : 'Take the ground away, leaving it clear'), group: 'Picture', isOn: (state) => current(state).background === null,
    run: (editor) => { const state = editor.store.getState(); const { id, background } = current(state); editor.do('composition.set', { composition: id, fields: { background: background === null ? '#14170f' : null } }); },
  },
  setting('time.snap', 'Snap: drags catch keys, ends, markers, beats and the playhead', 'snap', ['1']),
  setting('time.ripple', 'Ripple: what comes later moves along', 'ripple', ['2']),
  setting('time.together', 'Together: what stands at the same moment moves along', 'together', ['3']),
  setting('time.stay', 'Stay with the picture: the playhead follows the moment that it shows', 'stayWithPicture', []),
  setting('time.between', 'Beats are met between frames too', 'betweenFrames', []),
  ...([['pegs', 'A marquee takes pegs'], ['bars', 'A marquee takes bars'], ['both', 'A marquee takes pegs and bars']] as const).map(([takes, title]): Action => ({
    id: `time.takes-${takes}`, title, group: 'Time', isOn: (state) => state.settings.marqueeTakes === takes, whyNot: (state) => (state.settings.marqueeTakes === takes ? 'It takes those already.' : null), run: (editor) => editor.setSettings({ marqueeTakes: takes }),
  })),
  { id: 'view.whole', title: 'Show the whole composition in time', group: 'View', keys: ['W'], whyNot: (state) => (wholeShown(state) ? 'The whole composition is shown already.' : null), run: (editor) => editor.set({ view: { from: 0, pixelsPerFrame: 0 } }) },
  { id: 'view.closer', title: 'Nearer in time: frames become wider', group: 'View', keys: ['N'], whyNot: timeEnds(1.6, 'Frames are as wide as they go.'), run: zoomTime(1.6) },
  { id: 'view.farther', title: 'Farther in time: more is seen', group: 'View', keys: ['Shift+N'], whyNot: timeEnds(1 / 1.6, 'Nothing more to show: the whole composition is in view.'), run: zoomTime(1 / 1.6) },
  {
    id: 'view.lane', title: 'Lane of what is selected: curves of keys, picture time of a nest', group: 'View', keys: ['L'], also: 'curve value speed over time', whyNot: needsLanes,
    run: (editor) => {
      const state = editor.store.getState();
      const meant = lanesMeant(state);
      const lanes = new Set(state.lanes);
      // When all of them are open they close.
      const all = meant.every((name) => lanes.has(name));
      for (const name of meant) if (all) lanes.delete(name); else lanes.add(name);
      editor.set({ lanes, ...(all && state.laneAlone !== null && meant.includes(state.laneAlone) ? { laneAlone: null } : {}) });
    },
  },
  {
    id: 'view.rate', title: 'Rate over time of the selected nests, in a lane', group: 'View', also: 'speed percent velocity graph', whyNot: (state) => (chosenLayers(state).some((layer) => layer.kind === 'nest') ? null : 'Select a nest first.'),
    run: (editor) => {
      const state = editor.store.getState();
      const meant = chosenLayers(state).filter((layer) => layer.kind === 'nest').map((layer) => rateKey(current(state).id, layer.id));
      const lanes = new Set(state.lanes);
      const all = meant.every((name) => lanes.has(name));
      for (const name of meant) if (all) lanes.delete(name); else lanes.add(name);
      editor.set({ lanes });
    },
  },
  {
    id: 'view.lane-alone', title: (state) => (!laneIsAlone(state) ? 'The lane over the whole timeline' : 'The lane among the rows again'), group: 'View', keys: ['Shift+L'], isOn: laneIsAlone, also: 'curve value speed over time',
    whyNot: (state) => (laneIsAlone(state) ? null : needsLanes(state)),
    run: (editor) => {
      const state = editor.store.getState();
      const [name] = lanesMeant(state);
      if (laneIsAlone(state) || name === undefined) return editor.set({ laneAlone: null });
      editor.set({ laneAlone: name, lanes: new Set([...state.lanes, name]) });
    },
  },
  ...([['no', 'Lanes show their own curve alone'], ['own', 'Curves over each other, each by its own scale'], ['common', 'Curves over each other, by one scale']] as const).map(([over, title]): Action => ({
    id: `view.curves-${over}`, title, group: 'View', also: 'compare overlay', whyNot: (state) => (state.settings.curvesOver === over ? 'They are shown so already.' : null), run: (editor) => { editor.setSettings({ curvesOver: over }); editor.say(`${title}.`); },
  })),
  { id: 'view.ghosts', title: 'Ghosts of the poses before and after', group: 'Picture', keys: ['G'], also: 'onion skin trail', isOn: (state) => state.settings.ghosts.on, run: (editor) => { const { settings: { ghosts }, selection } = editor.store.getState(); editor.setSettings({ ghosts: { ...ghosts, on: !ghosts.on } }); editor.say(ghosts.on ? 'Ghosts are off.' : selection.layers.length === 0 ? 'Ghosts are on: select a layer to see them.' : `Ghosts are on: ${ghosts.count} poses before and after.`); } },
  { id: 'view.unfold-all', title: 'Unfold all layers', group: 'View', keys: ['Shift+F'], whyNot: (state) => (!laneIsAlone(state) && current(state).layers.order.every((id) => state.unfolded.has(foldKey(current(state).id, id))) ? 'All layers are unfolded already.' : null), run: (editor) => { const state = editor.store.getState(); editor.set({ laneAlone: null, unfolded: new Set(current(state).layers.order.map((id) => foldKey(current(state).id, id))) }); } },
  { id: 'view.fold-all', title: 'Fold all layers', group: 'View', keys: ['Ctrl+Shift+F'], whyNot: (state) => (state.unfolded.size + state.lanes.size === 0 ? 'All layers are folded already.' : null), run: (editor) => editor.set({ laneAlone: null, unfolded: new Set(), lanes: new Set() }) },
  { id: 'view.nestled', title: 'Followers drawn in under their leaders', group: 'View', also: 'parent tree indent', isOn: (state) => state.settings.nestled, run: (editor) => { const { nestled } = editor.store.getState().settings; editor.setSettings({ nestled: !nestled }); editor.say(nestled ? 'Rows stand in the order of the list.' : 'Followers stand right under their leaders.'); } },
  { id: 'view.by-start', title: 'Rows in order of start', group: 'View', isOn: (state) => state.order === 'start', run: (editor) => editor.set({ order: editor.store.getState().order === 'start' ? 'list' : 'start' }) },
  ...([['all', 'Show all rows'], ['selected', 'Show selected layers alone'], ['keyed', 'Show layers with keys alone'], ['nests', 'Show nests alone']] as const).map(([filter, title]): Action => ({
    id: `view.filter-${filter}`, title, group: 'View', isOn: (state) => state.filter === filter, whyNot: (state) => (state.filter === filter ? 'Those rows are shown already.' : null), run: (editor) => editor.set({ filter }),
  })),
  { id: 'view.seconds', title: 'Count seconds on the ruler', also: 'frames unit', group: 'View', isOn: (state) => state.settings.unit === 'seconds', run: (editor) => editor.setSettings({ unit: editor.store.getState().settings.unit === 'seconds' ? 'frames' : 'seconds' }) },
];
