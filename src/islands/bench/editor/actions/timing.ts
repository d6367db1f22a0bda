import { OPERATORS } from '../../../../core/timing';
import { current } from '../editor';
import { chosenLayers, needsOne, type Action } from './action';

/** One action for each operator that plays: put on the selected layer, born at the playhead. */
export const TIMING_ACTIONS: readonly Action[] = OPERATORS.map(({ op, title }): Action => ({
  id: `timing.${op}`, title: `Add timing: ${title}`, group: 'Time',
  whyNot: (state) => needsOne(state) ?? (chosenLayers(state)[0]?.locked ? `${chosenLayers(state)[0]!.name} is locked.` : null),
  run: (editor) => {
    const state = editor.store.getState();
    const before = new Set(chosenLayers(state)[0]!.timing.order);
    if (!editor.do('timing.add', { composition: current(state).id, layer: state.selection.layers[0]!, op, frame: state.frame })) return;
    // Its numbers are at hand at once.
    editor.select({ operator: chosenLayers(editor.store.getState())[0]!.timing.order.find((id) => !before.has(id)) ?? null });
  },
}));
