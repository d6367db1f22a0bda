import { copyKeys, framesOf, keysOf, NO_MOMENTS } from '../../../../core/commands';
import type { Layer } from '../../../../core/model';
import { keyedTracks, keyTimesOf, trackAt, worldMatrix } from '../../../../core/scene';
import { chosenLayers } from '../actions/action';
import { current } from '../current';
import { meantLegs } from '../meant-legs';
import type { EditorState } from '../state';
import { defineAsk, meantKeys, meantTracks, needsMotion, num, type Ask } from './ask';

const many = (state: EditorState): string => { const n = meantKeys(state).length; return n === 1 ? '1 key' : `${n} keys`; };

/** The first and last moment of the keys that are meant. */
export function spanOfKeys(state: EditorState): readonly [first: number, last: number] {
  const frames = framesOf(state.project, current(state), { ...NO_MOMENTS, keys: meantKeys(state) });
  return frames.length === 0 ? [0, 0] : [Math.min(...frames), Math.max(...frames)];
}

const needsSpan = (state: EditorState): string | null => {
  const [first, last] = spanOfKeys(state);
  return needsMotion(state) ?? (last > first ? null : 'Select keys at two moments at least.');
};

export const spreadBy = defineAsk({
  id: 'keys.spread', title: 'Spread or gather keys by percent', group: 'Keys', also: 'stretch scale keyframes slower faster', whyNot: needsSpan,
  words: (state) => `${many(state)} from frame ${round(spanOfKeys(state)[0])} on, to`, does: 'Spread',
  fields: [{ kind: 'number', name: 'percent', label: 'Percent of their length', unit: '%', least: 1 }],
  born: () => ({ percent: 100 }),
  step: (state, values) => ({ event: 'keys.spread', args: { keys: meantKeys(state), factor: num(values, 'percent') / 100, around: spanOfKeys(state)[0], ripple: state.settings.ripple } }),
});

export const lengthTo = defineAsk({
  id: 'keys.length', title: 'Spread or gather keys to a length', group: 'Keys', also: 'stretch duration keyframes', whyNot: needsSpan,
  words: (state) => `${many(state)}, from first to last`, does: 'Spread',
  fields: [{ kind: 'number', name: 'length', label: 'Frames from the first to the last', unit: 'f', least: 0.01 }],
  born: (state) => { const [first, last] = spanOfKeys(state); return { length: last - first }; },
  step: (state, values) => {
    const [first, last] = spanOfKeys(state);
    return { event: 'keys.spread', args: { keys: meantKeys(state), factor: num(values, 'length') / (last - first), around: first, ripple: state.settings.ripple } };
  },
});

export const shiftSoft = defineAsk({
  id: 'keys.soft', title: 'Move keys with a soft edge', group: 'Keys', also: 'nudge gradual falling off', whyNot: (state) => (state.selection.keys.length > 0 ? null : 'Select keys first.'),
  words: (state) => `${many(state)} moved by`, does: 'Move',
  fields: [{ kind: 'number', name: 'by', label: 'Frames', unit: 'f' }, { kind: 'number', name: 'soft', before: 'soft over', label: 'Frames of the soft edge, on each side', unit: 'f', least: 0 }],
  born: () => ({ by: 0, soft: 20 }),
  step: (state, values) => (num(values, 'by') === 0 ? null : { event: 'keys.move', args: { keys: state.selection.keys, by: num(values, 'by'), soft: num(values, 'soft') } }),
});

export const ORDERS = [['rows', 'from the top row down'], ['up', 'from the bottom row up'], ['across', 'from left to right'], ['down', 'from the top of the picture down'], ['outward', 'outward; press a point'], ['chance', 'by chance']] as const;

export const apartBy = defineAsk({
  id: 'keys.apart', title: 'Put layers’ keys one after another', group: 'Keys', also: 'stagger offset delay cascade sequence', whyNot: (state) => needsMotion(state) ?? (new Set(meantKeys(state).map((key) => key.layer)).size > 1 ? null : 'Select keys of two layers at least.'),
  words: (state) => `${many(state)} of ${new Set(meantKeys(state).map((key) => key.layer)).size} layers, each later by`, does: 'Put apart',
  fields: [
    { kind: 'number', name: 'step', label: 'Frames between layers', unit: 'f' }, { kind: 'choice', name: 'order', label: 'In which order', options: ORDERS },
    { kind: 'choice', name: 'measure', label: 'By rank or by distance', options: [['rank', 'evenly'], ['distance', 'by how far they are']] }, { kind: 'number', name: 'seed', label: 'Seed of the chance', before: 'seed', unit: '', when: ['order', 'chance'] },
  ],
  born: () => ({ step: 0, order: 'rows', measure: 'rank', seed: 1 }),
  step: (state, values) => (num(values, 'step') === 0 ? null : { event: 'keys.apart', args: { keys: meantKeys(state), step: num(values, 'step'), order: values['order'], measure: values['measure'], from: values['x'] === undefined ? null : [num(values, 'x'), num(values, 'y')], seed: Math.round(num(values, 'seed')), frame: state.frame } }),
});

/** Whose motion is given on: of the selected layers the only one with keys, else the first that was selected. */
function giver(state: EditorState) {
  const layers = chosenLayers(state);
  const moving = layers.filter((layer) => keyedTracks(state.project, layer).length > 0);
  return moving.length === 1 ? moving[0]! : (moving.find((layer) => layer.id === layers[0]?.id) ?? null);
}

export const giveMotion = defineAsk({
  id: 'keys.give', title: 'Give its motion to the other selected layers', group: 'Keys', keys: ['J'], also: 'copy paste keyframes stagger', does: 'Give',
  whyNot: (state) => (chosenLayers(state).length < 2 ? 'Select the layer that moves, and with it those that should move like it.' : giver(state) ? null : 'The first of the selected layers has no keys to give.'),
  words: (state) => `The motion of ${giver(state)?.name ?? ''} for ${chosenLayers(state).length - 1} more, each later by`,
  fields: [
    { kind: 'number', name: 'apart', label: 'Frames between layers', unit: 'f' },
    { kind: 'choice', name: 'as', label: 'Where each stands', options: [['begins', 'each begins where it stands'], ['settles', 'each settles where it stands'], ['change', 'all values as change'], ['values', 'values as they are']] },
    { kind: 'choice', name: 'order', label: 'In which order', options: [['outward', 'from the giver outwards'], ['rows', 'by rows'], ['given', 'as they were pressed']] },
  ],
  born: () => ({ apart: 0, as: 'begins', order: 'outward' }),
  step(state, values) {
    const from = giver(state);
    if (!from) return null;
    const keys = keyedTracks(state.project, from).filter((track) => track.operator === null).flatMap((track) => keysOf(track.channel).map((key) => ({ layer: from.id, track: track.address, key: key.id })));
    const clip = copyKeys(state.project, current(state).id, keys);
    const others = chosenLayers(state).filter((layer) => layer.id !== from.id);
    const onto = values['order'] === 'outward' ? outwards(state, from, others) : others;
    const as = values['as'] === 'begins' || values['as'] === 'settles' ? { as: 'places', stands: values['as'] } : { as: values['as'] };
    // The first of them is a step later than the one that gives.
    return clip && { event: 'keys.paste', args: { layers: onto.map(({ id }) => id), clip, frame: (clip.first ?? 0) + num(values, 'apart'), apart: num(values, 'apart'), ...as, inTurn: values['order'] === 'rows' ? 'rows' : 'given' } };
  },
});

/** Layers by how far they stand from another one at the playhead, the nearest first. */
function outwards(state: EditorState, from: Layer, others: readonly Layer[]): readonly Layer[] {
  const composition = current(state);
  const at = (layer: Layer) => { const [, , , , x, y] = worldMatrix(state.project, composition, layer, state.frame, new Map()); return [x, y] as const; };
  const [x, y] = at(from);
  const far = new Map(others.map((layer) => { const [u, v] = at(layer); return [layer.id, Math.hypot(u - x, v - y)] as const; }));
  return [...others].sort((a, b) => far.get(a.id)! - far.get(b.id)!);
}

export const thinTo = defineAsk({
  id: 'keys.thin', title: 'Thin keys within a tolerance', group: 'Keys', also: 'simplify reduce keyframes', whyNot: needsMotion,
  words: (state) => `${many(state)}, off by no more than`, does: 'Thin',
  fields: [{ kind: 'number', name: 'tolerance', label: 'Tolerance, in the unit of each track', unit: '', least: 0 }],
  born: () => ({ tolerance: 0.5 }),
  step: (state, values) => ({ event: 'keys.thin', args: { keys: meantKeys(state), tolerance: num(values, 'tolerance') } }),
});

export const intoKeys = defineAsk({
  id: 'keys.frames', title: 'Turn the motion after keys into keys', group: 'Keys', also: 'bake keyframes', whyNot: needsMotion,
  words: (state) => `The motion after ${many(state)} as keys, off by no more than`, does: 'Turn into keys',
  fields: [{ kind: 'number', name: 'tolerance', label: 'Tolerance, in the unit of each track', unit: '', least: 0 }],
  born: () => ({ tolerance: 0.1 }),
  step: (state, values) => ({ event: 'keys.frames', args: { keys: meantKeys(state), tolerance: num(values, 'tolerance') } }),
});

export const leavesOver = defineAsk({
  id: 'keys.leaves', title: 'Say over how many frames the motion leaves and arrives', group: 'Keys', also: 'ease handles', whyNot: (state) => (meantLegs(state).length > 0 ? null : 'Select keys, or go to a motion of the selected layer.'),
  words: (state) => `${meantLegs(state).length === 1 ? 'The motion' : `${meantLegs(state).length} motions`} leaving over`, does: 'Shape',
  fields: [{ kind: 'number', name: 'leaves', label: 'Frames over which it leaves', unit: 'f', least: 0 }, { kind: 'number', name: 'arrives', before: 'arriving over', label: 'Frames over which it arrives', unit: 'f', least: 0 }],
  born: () => ({ leaves: 8, arrives: 14 }),
  step: (state, values) => ({ event: 'keys.pull', args: { keys: meantLegs(state), leaves: num(values, 'leaves'), arrives: num(values, 'arrives') } }),
});

export const paceOf = defineAsk({
  id: 'keys.pace', title: 'Steady pace: give a rate, the next key finds its time', group: 'Keys', also: 'speed velocity constant rate', whyNot: (state) => (state.selection.keys.length > 0 ? null : 'Select the keys after which it should go at a steady pace.'),
  words: (state) => `After ${many(state)}${isPlace(state) ? ', along its way across and down,' : ''} it goes at`, does: 'Keep this pace',
  fields: [{ kind: 'number', name: 'pace', label: 'Units in a second', unit: '', least: 0.001 }, { kind: 'choice', name: 'whole', label: 'Where the next key stands', options: [['no', 'at its exact time'], ['yes', 'on a whole frame']] }],
  born: () => ({ pace: 200, whole: 'no' }),
  step: (state, values) => ({ event: 'keys.set', args: { keys: state.selection.keys, fields: { pace: num(values, 'pace') }, whole: values['whole'] === 'yes' } }),
});

/** Whether keys of Across and Down are selected at the same times: one motion. */
function isPlace(state: EditorState): boolean {
  const tracks = new Set(state.selection.keys.map(({ track }) => track));
  return tracks.has('x') && tracks.has('y');
}

export const bounds = defineAsk({
  id: 'tracks.limits', title: 'Set the bounds of tracks', group: 'Keys', also: 'limit range clamp warn', whyNot: needsMotion,
  words: (state) => `${meantTracks(state).length === 1 ? 'The track' : `${meantTracks(state).length} tracks`} should stay from`, does: 'Set the bounds',
  fields: [{ kind: 'number', name: 'low', label: 'The least value', unit: '' }, { kind: 'number', name: 'high', before: 'to', label: 'The greatest value', unit: '' }],
  born: () => ({ low: 0, high: 100 }),
  step: (state, values) => ({ event: 'tracks.limits', args: { tracks: meantTracks(state), limits: [num(values, 'low'), num(values, 'high')] } }),
});

export const between = defineAsk({
  id: 'keys.between', title: 'Select keys between two frames', group: 'Keys', also: 'time range keyframes', whyNot: needsMotion, does: 'Select',
  words: (state) => `Keys of ${meantTracks(state).length === 1 ? 'the track' : `${meantTracks(state).length} tracks`} from`,
  fields: [{ kind: 'number', name: 'from', label: 'The first frame', unit: 'f' }, { kind: 'number', name: 'to', before: 'until', label: 'The frame before which they lie', unit: 'f' }],
  born: (state) => ({ from: current(state).range[0], to: current(state).range[1] }),
  step: () => null,
  choose(editor, values) {
    const state = editor.store.getState();
    const composition = current(state);
    const keys = meantTracks(state).flatMap(({ layer, track }) => {
      const one = composition.layers.by[layer]!;
      const found = trackAt(state.project, one, track)!;
      const { moments } = keyTimesOf(state.project, composition, one, found);
      return keysOf(found.channel).filter((key) => moments(key.at).some(({ from }) => from >= num(values, 'from') && from < num(values, 'to'))).map((key) => ({ layer, track, key: key.id }));
    });
    editor.select({ keys });
    editor.say(`${keys.length} ${keys.length === 1 ? 'key' : 'keys'} selected.`);
  },
});

function round(frame: number): number {
  return Math.round(frame * 100) / 100;
}

export const KEY_ASKS: readonly Ask[] = [spreadBy, lengthTo, shiftSoft, apartBy, giveMotion, thinTo, intoKeys, leavesOver, paceOf, bounds, between];
