import { hull } from '../../../../core/time';
import { chosenLayers, needsLayers, whom } from '../actions/action';
import { current } from '../current';
import type { EditorState } from '../state';
import { defineAsk, num, type Ask, type AskValues } from './ask';

export const openHere = defineAsk({
  id: 'time.open', title: 'Put time in or take it out at the playhead', group: 'Time', also: 'insert remove delete time gap', whyNot: () => null, does: 'Do it',
  words: (state) => `At ${state.frame} put in (−: take out)`,
  fields: [
    { kind: 'number', name: 'by', label: 'Frames', unit: 'f' }, { kind: 'choice', name: 'who', label: 'On which layers', options: [['all', 'all layers'], ['chosen', 'selected layers']] },
    { kind: 'choice', name: 'cut', label: 'What becomes of motion that is cut', options: [['stretch', 'motion stretches'], ['stand', 'motion stands']] },
    { kind: 'choice', name: 'deep', label: 'Inside nests', options: [['no', 'here alone'], ['yes', 'nests too']] },
  ],
  born: (state) => ({ by: 30, who: state.selection.layers.length > 0 ? 'chosen' : 'all', cut: 'stretch', deep: 'no' }),
  step: (state, values) => (num(values, 'by') === 0 ? null : { event: 'time.open', args: { at: state.frame, by: num(values, 'by'), layers: values['who'] === 'all' || state.selection.layers.length === 0 ? null : state.selection.layers, cut: values['cut'], deep: values['deep'] === 'yes' } }),
});

export const slipBy = defineAsk({
  id: 'layers.slip', title: 'Slide what is shown under the bar', group: 'Layers', also: 'slip content', whyNot: needsLayers, does: 'Slide',
  words: (state) => `What ${whom(state)} shows, later by`, fields: [{ kind: 'number', name: 'by', label: 'Frames later', unit: 'f' }],
  born: () => ({ by: 0 }),
  step: (state, values) => (num(values, 'by') === 0 ? null : { event: 'layers.slip', args: { layers: state.selection.layers, by: num(values, 'by') } }),
});

export const oneLength = defineAsk({
  id: 'layers.length', title: 'One beginning and length for the selected bars', group: 'Layers', also: 'duration in out trim many', whyNot: needsLayers, does: 'Set them',
  words: (state) => `The bars of ${whom(state)} begin at`, fields: [{ kind: 'number', name: 'from', label: 'First frame', unit: 'f' }, { kind: 'number', name: 'length', before: 'and last', label: 'Length in frames', unit: 'f', least: 1 }],
  born: (state) => { const outer = hull(chosenLayers(state)[0]?.spans ?? []) ?? [0, 30]; return { from: outer[0], length: outer[1] - outer[0] }; },
  step: (state, values) => ({ event: 'layers.ends', args: { layers: state.selection.layers, from: num(values, 'from'), length: num(values, 'length') } }),
});

/** The selected layers in the order in which they are to come. */
function inTurn(state: EditorState, order: unknown): readonly string[] {
  const { layers } = state.selection;
  if (order === 'chosen') return layers;
  const listed = current(state).layers.order.filter((id) => layers.includes(id));
  return order === 'up' ? [...listed].reverse() : listed;
}

export const sequence = defineAsk({
  id: 'layers.sequence', title: 'Lay layers one after another', group: 'Time', also: 'sequence order stagger row', whyNot: (state) => (state.selection.layers.length < 2 ? 'Select two layers or more first.' : null), does: 'Lay them so',
  words: (state) => `${state.selection.layers.length} layers one after another:`,
  fields: [
    { kind: 'number', name: 'each', label: 'Frames each', unit: 'f', least: 1, blank: 'as they are' }, { kind: 'number', name: 'overlap', before: 'overlap', label: 'Frames of overlap', unit: 'f' },
    { kind: 'choice', name: 'order', label: 'In which order', options: [['list', 'from the top down'], ['up', 'from the bottom up'], ['chosen', 'as they were selected']] },
  ],
  born: () => ({ each: null, overlap: 0, order: 'list' }),
  step: (state, values) => ({ event: 'layers.sequence', args: { layers: inTurn(state, values['order']), each: values['each'], overlap: num(values, 'overlap') } }),
});

/** How far, as the edit is told. */
function stretchedTo(state: EditorState, values: AskValues): object {
  switch (values['to']) {
    case 'percent': return { factor: num(values, 'percent') / 100 };
    case 'length': return { length: num(values, 'length') };
    case 'playhead': return { at: state.frame };
    default: return { beat: true };
  }
}

export const stretchTo = defineAsk({
  id: 'layers.stretch', title: 'Stretch to a percentage, a length, the playhead or the beat', group: 'Time', also: 'duration scale longer shorter elastic rigid fit', whyNot: needsLayers, does: 'Stretch',
  words: (state) => `${whom(state)} stretched`,
  fields: [
    { kind: 'choice', name: 'to', label: 'To what', options: [['percent', 'to a percentage'], ['length', 'to a length'], ['playhead', 'to the playhead'], ['beat', 'to the nearest beat']] },
    { kind: 'number', name: 'percent', label: 'Percent of its length', unit: '%', least: 1, when: ['to', 'percent'] }, { kind: 'number', name: 'length', label: 'Length in frames', unit: 'f', least: 1, when: ['to', 'length'] },
    { kind: 'choice', name: 'end', label: 'By which end', options: [['end', 'by its end'], ['start', 'by its beginning']] },
    { kind: 'choice', name: 'gives', label: 'What gives', options: [['all', 'all but the rigid'], ['nest', 'nest: stills alone']] },
  ],
  born: (state) => { const outer = hull(chosenLayers(state)[0]?.spans ?? []) ?? [0, 30]; return { to: 'percent', percent: 150, length: Math.round((outer[1] - outer[0]) * 1.5), end: 'end', gives: 'all' }; },
  step: (state, values) => ({ event: values['gives'] === 'nest' ? 'layers.elastic' : 'layers.stretch', args: { layers: state.selection.layers, end: values['end'], ...stretchedTo(state, values) } }),
});

export const BAR_ASKS: readonly Ask[] = [openHere, sequence, stretchTo, slipBy, oneLength];
