import { naturalRiders, poseAt, type PlainField } from '../../../../core/commands';
import { transform } from '../../../../core/display';
import { BLENDS, isDrawn, newCopies, newNull, type Layer } from '../../../../core/model';
import { worldMatrix } from '../../../../core/scene';
import { hull } from '../../../../core/time';
import { doRevisable } from '../do-revisable';
import { current, type Editor } from '../editor';
import { freshId } from '../fresh-id';
import { foldKey, NOTHING_SELECTED, type EditorState, type Tool } from '../state';
import { chosenLayers, needsLayers, needsOne, whom, type Action } from './action';

/** A switch of layers: on for all unless all have it on. */
const flip = (id: string, field: PlainField, on: string, off: string, keys: readonly string[] = [], wanted: unknown = true): Action => ({
  id, group: 'Layers', keys, whyNot: needsLayers,
  title: (state) => `${isAll(state, field, wanted) ? off : on} ${whom(state)}`,
  isOn: (state) => state.selection.layers.length > 0 && isAll(state, field, wanted),
  run: (editor) => {
    const state = editor.store.getState();
    if (!editor.do('layers.set', { layers: state.selection.layers, field, value: isAll(state, field, wanted) ? !wanted : wanted })) editor.say('What is selected is locked.');
  },
});
const isAll = (state: EditorState, field: PlainField, wanted: unknown) => chosenLayers(state).every((layer) => (layer as Layer & Record<string, unknown>)[field] === wanted);

const step = (to: 'up' | 'down' | 'top' | 'bottom') => (editor: Editor) => {
  const state = editor.store.getState();
  if (!editor.do('layers.step', { layers: state.selection.layers, to })) editor.say(`It lies ${to === 'up' || to === 'top' ? 'on top' : 'at the bottom'} already.`);
};

const beside = (by: 1 | -1, more: boolean) => (editor: Editor) => {
  const { selection, ...state } = editor.store.getState();
  const { order } = current(state).layers;
  const i = order.indexOf(selection.layers[selection.layers.length - 1] ?? '');
  const next = i < 0 ? order[by > 0 ? 0 : order.length - 1] : order[i + by];
  if (next !== undefined) editor.select({ layers: more ? [...selection.layers.filter((id) => id !== next), next] : [next], keys: [], markers: [], operator: null });
  else editor.say(by > 0 ? 'This is the last layer.' : 'This is the first layer.');
};

const tool = (id: string, title: string, chosen: Tool, keys: readonly string[]): Action => ({
  id, title, group: 'New', keys, isOn: (state) => JSON.stringify(state.tool) === JSON.stringify(chosen),
  run: (editor) => {
    const now = editor.store.getState().tool;
    editor.set({ tool: JSON.stringify(now) === JSON.stringify(chosen) ? { kind: 'choose' } : chosen });
  },
});

function takeApart(editor: Editor): void {
  const state = editor.store.getState();
  const made = editor.do('layers.unnest', { layer: state.selection.layers[0]! });
  if (made?.made) editor.select({ layers: made.made as readonly string[], keys: [], markers: [], operator: null });
}

export const LAYER_ACTIONS: readonly Action[] = [
  tool('new.rectangle', 'Draw a rectangle', { kind: 'shape', shape: 'rectangle' }, ['4']),
  tool('new.ellipse', 'Draw an ellipse', { kind: 'shape', shape: 'ellipse' }, ['5']),
  tool('new.polygon', 'Draw a polygon', { kind: 'shape', shape: 'polygon' }, ['6']),
  tool('new.star', 'Draw a star', { kind: 'shape', shape: 'star' }, ['7']),
  tool('new.path', 'Draw a path with the pen', { kind: 'pen' }, ['8']),
  tool('new.text', 'Write text', { kind: 'text' }, ['9']),
  {
    id: 'new.null', title: 'Add a null', group: 'New', keys: ['0'],
    run: (editor) => {
      const state = editor.store.getState();
      const composition = current(state);
      const id = freshId();
      const layer = newNull(id, 'Null', [[0, composition.duration]], { x: composition.width / 2, y: composition.height / 2 });
      if (editor.do('layers.add', { composition: composition.id, files: [layer], above: composition.layers.order.find((one) => state.selection.layers.includes(one)) ?? null })) editor.select({ layers: [id], keys: [], markers: [], operator: null });
    },
  },
  {
    id: 'new.copies', title: (state) => `Repeat ${whom(state)} in live copies`, group: 'New', also: 'copies repeater clone array echo', whyNot: (state) => needsOne(state) ?? (isDrawn(chosenLayers(state)[0]!.kind) && chosenLayers(state)[0]!.kind !== 'wash' ? null : 'It has no picture to repeat.'),
    run: (editor) => {
      const state = editor.store.getState();
      const composition = current(state);
      const target = chosenLayers(state)[0]!;
      const { pivotX, pivotY } = poseAt(state.project, composition, target, state.frame);
      const [x, y] = transform(worldMatrix(state.project, composition, target, state.frame, new Map()), pivotX, pivotY).map((n) => Math.round(n * 100) / 100);
      const id = freshId();
      // Turn and size go around where the layer stands, and the copies stand where it does.
      const layer = newCopies(id, `Copies of ${target.name}`, target.spans.length > 0 ? target.spans : [[0, composition.duration]], target.id, { x, y, pivotX: x, pivotY: y, stepX: 80 });
      if (editor.do('layers.add', { composition: composition.id, files: [layer], above: target.id })) editor.select({ layers: [id], keys: [], markers: [], operator: null });
    },
  },
  { id: 'layers.nest', title: (state) => `Nest ${whom(state)}`, group: 'Layers', keys: ['Ctrl+Enter'], also: 'group wrap composition', whyNot: needsLayers, run: nestSelection },
  { id: 'layers.nest-each', title: (state) => `Nest the picture of ${whom(state)}, each by itself`, group: 'Layers', whyNot: needsLayers, run: nestEach },
  { id: 'layers.unnest', title: 'Take the nest apart', group: 'Layers', keys: ['Ctrl+Shift+Enter'], whyNot: (state) => (chosenLayers(state)[0]?.kind === 'nest' ? needsOne(state) : 'Select a nest first.'), run: takeApart },
  { id: 'layers.open', title: (state) => `Open ${chosenLayers(state)[0]?.name ?? 'the nest'}`, group: 'Layers', keys: ['Enter'], whyNot: (state) => (chosenLayers(state)[0]?.kind === 'nest' ? null : chosenLayers(state)[0]?.kind === 'text' ? null : 'Select a nest or a text first.'), run: (editor) => { const state = editor.store.getState(); const [first] = chosenLayers(state); if (first?.kind === 'text') editor.set({ typing: first.id }); else if (first) editor.openNest(first.id); } },
  { id: 'layers.out', title: 'Go back out of the nest', group: 'Layers', keys: ['Shift+Enter'], whyNot: (state) => (state.way.length < 2 ? 'This composition was not entered through a nest.' : null), run: (editor) => editor.goOut() },
  { id: 'layers.rename', title: (state) => `Rename ${whom(state)}`, group: 'Layers', keys: ['F2'], whyNot: needsLayers, run: (editor) => editor.set({ renaming: editor.store.getState().selection.layers[0] ?? null }) },
  flip('layers.hide', 'visible', 'Hide', 'Show', ['H'], false),
  flip('layers.lock', 'locked', 'Lock', 'Unlock'),
  flip('layers.solo', 'solo', 'Solo', 'Unsolo', ['Q']),
  flip('layers.guide', 'guide', 'Leave out of the film:', 'Put into the film:'),
  {
    id: 'layers.whole', title: (state) => `Whole frames in ${whom(state)}`, also: 'sampling step between', group: 'Layers', whyNot: needsLayers, isOn: (state) => state.selection.layers.length > 0 && isAll(state, 'sampling', 'whole'),
    run: (editor) => { const state = editor.store.getState(); editor.do('layers.set', { layers: state.selection.layers, field: 'sampling', value: isAll(state, 'sampling', 'whole') ? 'exact' : 'whole' }); },
  },
  { id: 'layers.free', title: (state) => `Let ${whom(state)} follow nothing`, also: 'unparent free detach', group: 'Layers', whyNot: (state) => (chosenLayers(state).some((layer) => layer.parent !== null) ? null : 'What is selected follows nothing.'), run: (editor) => { const state = editor.store.getState(); editor.do('layers.parent', { layers: state.selection.layers, parent: null, frame: state.frame }); } },
  {
    id: 'layers.follow', title: 'Let the others follow the layer selected last', also: 'parent link attach', group: 'Layers', whyNot: (state) => (state.selection.layers.length < 2 ? 'Select the followers, then the layer to follow.' : null),
    run: (editor) => { const state = editor.store.getState(); const { layers } = state.selection; editor.do('layers.parent', { layers: layers.slice(0, -1), parent: layers[layers.length - 1]!, frame: state.frame }); },
  },
  { id: 'layers.up', title: 'One up in the list', group: 'Layers', keys: ['Ctrl+ArrowUp'], whyNot: needsLayers, run: step('up') },
  { id: 'layers.down', title: 'One down in the list', group: 'Layers', keys: ['Ctrl+ArrowDown'], whyNot: needsLayers, run: step('down') },
  { id: 'layers.top', title: 'To the top of the list', group: 'Layers', keys: ['Ctrl+Shift+ArrowUp'], whyNot: needsLayers, run: step('top') },
  { id: 'layers.bottom', title: 'To the bottom of the list', group: 'Layers', keys: ['Ctrl+Shift+ArrowDown'], whyNot: needsLayers, run: step('bottom') },
  { id: 'layers.above', title: 'Select the layer above', group: 'Layers', keys: ['ArrowUp'], run: beside(-1, false) },
  { id: 'layers.below', title: 'Select the layer below', group: 'Layers', keys: ['ArrowDown'], run: beside(1, false) },
  { id: 'layers.above-too', title: 'Select the layer above as well', group: 'Layers', keys: ['Shift+ArrowUp'], run: beside(-1, true) },
  { id: 'layers.below-too', title: 'Select the layer below as well', group: 'Layers', keys: ['Shift+ArrowDown'], run: beside(1, true) },
  ...BLENDS.map((blend): Action => ({
    id: `layers.blend-${blend}`, title: `Blend: ${blendWords(blend)}`, group: 'Layers', whyNot: needsLayers, isOn: (state) => state.selection.layers.length > 0 && isAll(state, 'blend', blend),
    run: (editor) => { const state = editor.store.getState(); if (!editor.do('layers.set', { layers: state.selection.layers, field: 'blend', value: blend })) editor.say('It blends that way already.'); },
  })),
  {
    id: 'layers.fold', title: 'Unfold or fold the channels of what is selected', group: 'View', keys: ['F'], whyNot: needsLayers,
    run: (editor) => {
      const state = editor.store.getState();
      const keys = state.selection.layers.map((id) => foldKey(current(state).id, id));
      const unfolded = new Set(state.unfolded);
      const open = keys.every((key) => unfolded.has(key));
      for (const key of keys) if (open) unfolded.delete(key); else unfolded.add(key);
      editor.set({ unfolded });
    },
  },
];

/** A way of blending in plain words. */
export function blendWords(blend: string): string {
  const words = blend.replace('color', 'colour').replace('-', ' ');
  return blend === 'plus-lighter' ? 'add light' : words;
}

/** Nests the selection at once; its name is ready to be typed, and what rides outside can still be flipped. */
function nestSelection(editor: Editor): void {
  const state = editor.store.getState();
  const chosen = chosenLayers(state);
  const host = current(state);
  const layers = chosen.map((layer) => layer.id);
  const boxes = Object.fromEntries(layers.map((id) => [id, state.shown?.layers.find((layer) => layer.id === id)?.bounds ?? null]));
  const args = {
    composition: host.id, layers, name: chosen.length === 1 ? chosen[0]!.name : `${chosen[0]!.name} and more`, inside: 'all', length: 'bars', span: spanOf(chosen, host.duration),
    outside: [...naturalRiders(state.project, host, chosen)], frame: state.frame, ...(state.shown?.composition === host.id ? { boxes } : {}),
  } as const;
  const made = doRevisable(editor, 'layers.nest', args, ({ made: nests }) => ({ selection: { ...NOTHING_SELECTED, layers: nests as readonly string[] }, renaming: (nests?.[0] as string | undefined) ?? null }));
  if (!made && chosen.every((layer) => layer.locked)) editor.say('What is selected is locked.');
}

/** The whole frames over which layers are there, as far as the film lasts. */
function spanOf(layers: readonly Layer[], duration: number): [number, number] {
  const outers = layers.flatMap(({ spans }) => hull(spans) ?? []);
  const [from, to] = [Math.max(0, Math.floor(Math.min(...outers))), Math.min(duration, Math.ceil(Math.max(...outers)))];
  return to > from ? [from, to] : [0, duration];
}

/** A nest for each layer, with its picture alone inside. */
function nestEach(editor: Editor): void {
  const state = editor.store.getState();
  const layers = chosenLayers(state).map((layer) => layer.id);
  const boxes = Object.fromEntries(layers.map((id) => [id, state.shown?.layers.find((layer) => layer.id === id)?.bounds ?? null]));
  const made = editor.do('layers.nest', { layers, name: chosenLayers(state)[0]!.name, inside: 'picture', length: 'bars', frame: state.frame, ...(state.shown?.composition === current(state).id ? { boxes } : {}) });
  if (made?.made) editor.select({ layers: made.made as readonly string[], keys: [], markers: [], operator: null });
}
