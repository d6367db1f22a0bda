import { hull } from '../../../../core/time';
import { chosenLayers, needsLayers } from '../actions/action';
import type { EditorState } from '../state';
import { defineAsk, num, type Ask } from './ask';

const whom = (state: EditorState): string => { const layers = chosenLayers(state); return layers.length === 1 ? layers[0]!.name : `${layers.length} layers`; };

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
  words: (state) => `The bars of ${whom(state)} begin at`, fields: [{ kind: 'number', name: 'from', label: 'First frame', unit: 'f' }, { kind: 'number', name: 'length', label: 'Length in frames', unit: 'f', least: 1 }],
  born: (state) => { const outer = hull(chosenLayers(state)[0]?.spans ?? []) ?? [0, 30]; return { from: outer[0], length: outer[1] - outer[0] }; },
  step: (state, values) => ({ event: 'layers.ends', args: { layers: state.selection.layers, from: num(values, 'from'), length: num(values, 'length') } }),
});

export const BAR_ASKS: readonly Ask[] = [openHere, slipBy, oneLength];
