import { inOrder } from '../../../../core/model';
import { current } from '../editor';
import type { EditorState } from '../state';
import { needsLayers, type Action } from './action';
import { does } from './does';

const keptHere = (state: EditorState) => inOrder(current(state).settled).find((kept) => kept.at === state.frame) ?? null;

/** Bars of one layer, gaps between layers, and pictures that shall stay as they are. */
export const BAR_ACTIONS: readonly Action[] = [
  { id: 'spans.split', title: 'Cut the bar here, in the same layer', group: 'Time', also: 'split span', whyNot: needsLayers, run: does('spans.split', (state) => ({ layers: state.selection.layers, frame: state.frame }), 'The playhead is not inside a bar that is selected.') },
  { id: 'spans.join', title: 'Join the bars of a layer', group: 'Time', also: 'merge span', whyNot: needsLayers, run: does('spans.join', (state) => ({ layers: state.selection.layers, at: null }), 'Each has one bar.') },
  { id: 'layers.gaps', title: 'Close the gaps between bars', group: 'Layers', also: 'ripple pack sequence', whyNot: needsLayers, run: does('layers.gaps', (state) => ({ layers: state.selection.layers }), 'There is no gap.') },
  { id: 'composition.settle', title: 'Keep the picture here as settled', group: 'Time', also: 'lock protect final still', run: does('composition.settle', (state) => ({ layers: state.selection.layers.length > 0 ? state.selection.layers : null, frame: state.frame }), 'It is kept so already.') },

  {
    id: 'composition.unsettle', title: 'Let go of the settled picture here', group: 'Time', also: 'unlock final still', whyNot: (state) => (keptHere(state) ? null : 'No picture is kept at this frame.'),
    run: does('composition.unsettle', (state) => ({ settled: keptHere(state)?.id ?? '' }), 'No picture is kept at this frame.'),
  },
];
