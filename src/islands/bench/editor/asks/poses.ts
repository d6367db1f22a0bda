import { framesOf, keysOf, NO_MOMENTS, type KeyRef } from '../../../../core/commands';
import { keyedTracks, keyTimesOf, trackAt } from '../../../../core/scene';
import { member } from '../../../../core/model';
import { DUST } from '../../../../core/time';
import { chosenLayers, needsLayers, whom } from '../actions/action';
import { current } from '../current';
import { meantLegs } from '../meant-legs';
import type { EditorState } from '../state';
import { defineAsk, num, type Ask } from './ask';

export const land = defineAsk({
  id: 'poses.land', title: 'Land: key the settled pose here, and go back to where it comes from', group: 'Keys', keys: ['Y'], also: 'arrive settle backwards', whyNot: needsLayers, does: 'Land',
  words: (state) => `${whom(state)} lands at frame ${state.frame}, having come from frames before:`,
  fields: [{ kind: 'number', name: 'back', label: 'Frames back', unit: 'f', least: 1 }],
  born: () => ({ back: 12 }),
  step: (state) => ({ event: 'poses.key', args: { layers: state.selection.layers, frame: state.frame } }),
  then(editor, _, values, before) {
    editor.set({ keying: true });
    editor.seek(before.frame - num(values, 'back'));
    editor.say('Keying is on: what you change now is where it comes from.');
  },
});

/** The keys that something arrives on here: those selected, those of the selected layers at the playhead, else those on which the motion that is meant arrives. */
function landing(state: EditorState): readonly KeyRef[] {
  if (state.selection.keys.length > 0) return state.selection.keys;
  const composition = current(state);
  const here = chosenLayers(state).flatMap((layer) => keyedTracks(state.project, layer).flatMap((track) => {
    const at = keyTimesOf(state.project, composition, layer, track).at(state.frame);
    return keysOf(track.channel).filter((key) => Math.abs(key.at - at) <= DUST).map((key) => ({ layer: layer.id, track: track.address, key: key.id }));
  }));
  const arrives = here.filter((ref) => keysOf(trackAt(state.project, composition.layers.by[ref.layer]!, ref.track)!.channel)[0]?.id !== ref.key);
  return arrives.length > 0 ? arrives : meantLegs(state).flatMap((ref) => {
    const keys = keysOf(trackAt(state.project, composition.layers.by[ref.layer]!, ref.track)!.channel);
    const next = keys[keys.findIndex((key) => key.id === ref.key) + 1];
    return next ? [{ ...ref, key: next.id }] : [];
  });
}

export const driftOn = defineAsk({
  id: 'poses.drift', title: 'Drift on slowly after landing', group: 'Keys', also: 'settle slow move hold', does: 'Drift on',
  whyNot: (state) => (landing(state).length > 0 ? null : 'Select the keys on which it lands, or go to them with the layer selected.'),
  words: () => 'Drifts on for',
  fields: [
    { kind: 'number', name: 'frames', label: 'Frames', unit: 'f', least: 1, blank: 'until each bar ends' }, { kind: 'choice', name: 'how', label: 'How far or how fast', options: [['far', 'so far:'], ['fast', 'so fast:']] },
    { kind: 'number', name: 'far', label: 'How far, in the unit of each track', unit: '', when: ['how', 'far'] }, { kind: 'number', name: 'percent', label: 'Percent of the pace with which it came', unit: '%', when: ['how', 'fast'] },
    { kind: 'choice', name: 'what', label: 'What drifts', options: [['place', 'place alone'], ['all', 'all that arrives']] },
  ],
  born: (state) => ({ frames: null, how: 'far', far: 20, percent: 5, what: landing(state).some(({ track }) => ['x', 'y', 'position'].includes(track)) ? 'place' : 'all' }),
  step: (state, values) => ({ event: 'poses.drift', args: { keys: landing(state), frames: values['frames'], percent: num(values, 'percent'), far: values['how'] === 'far' ? num(values, 'far') : null, place: values['what'] === 'place' } }),
});

export const holdSpan = defineAsk({
  id: 'poses.hold', title: 'Hold the neighbours of a span', group: 'Keys', also: 'protect lock range', whyNot: needsLayers, does: 'Hold',
  words: (state) => `${whom(state)} may change from`,
  fields: [{ kind: 'number', name: 'from', label: 'The first frame that may change', unit: 'f' }, { kind: 'number', name: 'to', before: 'until', label: 'The first frame that may not', unit: 'f' }],
  born: (state) => ({ from: state.frame, to: Math.min(current(state).duration - 1, state.frame + 30) }),
  step: (state, values) => ({ event: 'poses.hold', args: { layers: state.selection.layers, from: num(values, 'from'), to: num(values, 'to') } }),
});

/** Onto whom the motion of the first selected layer goes: the others, else its partner. */
function onto(state: EditorState): readonly string[] {
  const [first, ...others] = chosenLayers(state);
  if (others.length > 0) return others.map((layer) => layer.id);
  const partner = first?.partner ?? null;
  return partner !== null && member(current(state).layers.by, partner) ? [partner] : [];
}

/** Half of what the first selected layer has keyed, in whole frames; half of the composition where that is nothing. */
function halfOf(state: EditorState): number {
  const [first] = chosenLayers(state);
  const frames = first ? framesOf(state.project, current(state), { ...NO_MOMENTS, keys: keyedTracks(state.project, first).filter(({ operator }) => operator === null).flatMap((track) => keysOf(track.channel).map((key) => ({ layer: first.id, track: track.address, key: key.id }))) }) : [];
  const long = frames.length > 1 ? Math.max(...frames) - Math.min(...frames) : current(state).duration;
  return Math.max(1, Math.round(long / 2));
}

export const halfLater = defineAsk({
  id: 'poses.later', title: 'The same motion, half a cycle later', group: 'Keys', also: 'walk cycle loop offset partner', does: 'Give it',
  whyNot: (state) => (needsLayers(state) ?? (onto(state).length > 0 ? null : 'Select a second layer that should move like the first, or give the layer a partner.')),
  words: (state) => `The motion of ${chosenLayers(state)[0]?.name ?? ''} for ${onto(state).map((id) => current(state).layers.by[id]?.name ?? '').join(', ')}, later by`,
  fields: [{ kind: 'number', name: 'by', label: 'Frames later', unit: 'f' }, { kind: 'choice', name: 'mirror', label: 'Mirrored or not', options: [['no', 'as it is'], ['yes', 'mirrored']] }],
  born: (state) => ({ by: halfOf(state), mirror: 'no' }),
  step: (state, values) => ({ event: 'poses.later', args: { layer: state.selection.layers[0]!, onto: onto(state), by: num(values, 'by'), mirror: values['mirror'] === 'yes' } }),
});

export const mirrorLine = defineAsk({
  id: 'layers.mirror', title: 'The line across which poses are mirrored', group: 'Layers', also: 'symmetry axis partner', whyNot: needsLayers, does: 'Set it',
  words: (state) => `${whom(state)} is mirrored across the upright line at`, fields: [{ kind: 'number', name: 'at', label: 'Pixels across, in its parent', unit: '' }],
  born: (state) => ({ at: chosenLayers(state)[0]?.mirrorAt ?? (chosenLayers(state)[0]?.parent === null ? current(state).width / 2 : 0) }),
  step: (state, values) => ({ event: 'layers.set', args: { layers: state.selection.layers, field: 'mirrorAt', value: num(values, 'at') } }),
});

export const ghostly = defineAsk({
  id: 'view.ghosts-how', title: 'Which ghosts are shown', group: 'Picture', also: 'onion skin frames keys', whyNot: () => null, does: 'Show them', words: () => 'Ghosts before and after:',
  fields: [{ kind: 'number', name: 'count', label: 'Ghosts on each side', unit: '', least: 1, most: 12 }, { kind: 'choice', name: 'by', label: 'By keys or by frames', options: [['keys', 'at keys'], ['frames', 'every so many frames']] }, { kind: 'number', name: 'each', label: 'Frames between them', unit: 'f', least: 1, most: 1000, when: ['by', 'frames'] }],
  born: ({ settings: { ghosts } }) => ({ count: ghosts.count, by: ghosts.by, each: ghosts.each }),
  step: () => null,
  choose: (editor, values) => editor.setSettings({ ghosts: { on: true, count: Math.round(num(values, 'count')), by: values['by'] as 'keys' | 'frames', each: Math.round(num(values, 'each')) } }),
});

export const POSE_ASKS: readonly Ask[] = [ghostly, mirrorLine, land, driftOn, holdSpan, halfLater];
