import { staggerOf } from '../../../../core/commands';
import { movesIn, timingOf } from '../../../../core/scene';
import { OPERATORS, type Operator, type Step } from '../../../../core/timing';
import { copyWholeTiming } from '../clipboard';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { chosenLayers, needsLayers, needsOne, whom, type Action } from './action';

/** Puts an operator on all selected layers, born at the playhead; of one layer it is selected, so that its numbers are at hand. */
export function addTiming(editor: Editor, op: Operator['op']): void {
  const state = editor.store.getState();
  const free = chosenLayers(state).filter((layer) => !layer.locked).map((layer) => layer.id);
  const [layer, ...also] = free;
  if (layer === undefined) return editor.say('What is selected is locked.');
  const made = editor.do('timing.add', { composition: current(state).id, layer, also, op, frame: state.frame, follow: state.settings.barFollows });
  if (made && also.length === 0) editor.select({ operator: (made.made?.[0] as string | undefined) ?? null });
}

/** Moves are counted where nobody waits for them. */
async function fireMoves(editor: Editor): Promise<void> {
  const state = editor.store.getState();
  const nests = chosenLayers(state).filter((layer) => layer.kind === 'nest');
  const { id } = current(state);
  editor.say('Looking for the moves inside …');
  const off = new AbortController().signal;
  const counted = await Promise.all([...new Set(nests.map(({ source }) => source))].map(async (source) => [source, await editor.picture.activity(source, off)] as const));
  const moves = Object.fromEntries(counted.flatMap(([source, counts]) => (counts ? [[source, movesIn(counts).map(([from, to]) => [from, to] as [number, number])] as const] : [])));
  editor.do('timing.cues', { composition: id, layers: nests.map((layer) => layer.id), moves });
}

/** The last loop that plays on the selected layer, with the time that comes in to it; null without one. */
function loopOf(state: EditorState): Step | null {
  const [layer] = chosenLayers(state);
  if (!layer) return null;
  const { stack, source } = timingOf(state.project, current(state), layer);
  return [...(source ? stack.steps : stack.keySteps)].reverse().find(({ node }) => node.op === 'loop') ?? null;
}

/** Words of the trade for what each operator does. */
const ALSO: Readonly<Record<string, string>> = {
  loop: 'repeat cycle', reverse: 'backwards rewind', speed: 'rate tempo retime slow fast stretch', delay: 'offset later', pause: 'hold freeze wait', step: 'twos hold frames', freeze: 'still hold frame', remap: 'retime time',
};

/** One action for each operator that plays, on all that is selected. */
export const TIMING_ACTIONS: readonly Action[] = [
  ...OPERATORS.map(({ op, title }): Action => ({
    id: `timing.${op}`, title: (state) => `${title}: add to ${whom(state)}`, group: 'Time', also: `timing ${ALSO[op] ?? ''}`,
    whyNot: needsLayers, run: (editor) => addTiming(editor, op),
  })),
  {
    id: 'timing.until', title: 'Loop until here, then run on', group: 'Time', also: 'end leave way out finish play', whyNot: (state) => needsOne(state) ?? (loopOf(state) ? null : `${chosenLayers(state)[0]!.name} has no loop that plays.`),
    run: (editor) => {
      const state = editor.store.getState();
      const loop = loopOf(state)!;
      const until = Math.round(loop.incoming.at(state.frame) * 1000) / 1000;
      if (editor.do('timing.set', { layer: state.selection.layers[0]!, operator: loop.id, fields: { until, then: 'on' } })) editor.say('The round under way here is played to its end; then it goes on.');
      else editor.say('It loops up to here already.');
    },
  },
  {
    id: 'timing.even', title: 'This piece back to 100 %', group: 'Time', also: 'ramp remap rate normal speed reset', whyNot: (state) => needsOne(state) ?? (chosenLayers(state)[0]!.timing.order.length === 0 ? `${chosenLayers(state)[0]!.name} has no timing.` : null),
    run: (editor) => { const state = editor.store.getState(); editor.do('timing.even', { layer: state.selection.layers[0]!, frame: state.frame, follow: state.settings.barFollows }); },
  },
  {
    id: 'timing.follows', title: 'The bar follows its timing', group: 'Time', also: 'length end loop ramp lengthen', isOn: (state) => state.settings.barFollows,
    run: (editor) => editor.setSettings({ barFollows: !editor.store.getState().settings.barFollows }),
  },
  {
    id: 'timing.cues', title: (state) => `Let markers of ${whom(state)} fire the moves inside`, group: 'Time', also: 'cue trigger activity propose', whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some((layer) => layer.kind === 'nest') ? null : 'Select a nest first.'),
    run: (editor) => void fireMoves(editor),
  },
  {
    id: 'staggers.forget', title: 'Forget the stagger; all stay where they are', group: 'Time', also: 'cascade offset let go',
    whyNot: (state) => needsLayers(state) ?? (staggerOf(current(state), state.selection.layers) ? null : `${whom(state)} is not staggered.`),
    run: (editor) => { const state = editor.store.getState(); const one = staggerOf(current(state), state.selection.layers); if (one) editor.do('staggers.forget', { stagger: one.id }); },
  },
  {
    id: 'layers.bake', title: (state) => `Bake ${whom(state)} into keys …`, group: 'Time', also: 'timing flatten proof convert nest', whyNot: needsLayers,
    run: (editor) => {
      const locked = chosenLayers(editor.store.getState()).find((layer) => layer.locked);
      if (locked) return editor.say(`${locked.name} is locked; unlock it first.`);
      editor.set({ dialog: { kind: 'bake' } });
    },
  },
  {
    id: 'timing.copy', title: (state) => `Copy the timing of ${whom(state)}`, group: 'Time', also: 'steps stack', whyNot: (state) => needsOne(state) ?? (chosenLayers(state)[0]!.timing.order.length === 0 ? `${chosenLayers(state)[0]!.name} has no timing.` : null),
    run: (editor) => { const text = copyWholeTiming(editor); if (text !== null) void navigator.clipboard?.writeText(text).catch(() => undefined); },
  },
];
