import { DIAL_TYPES, RECIPES, type TrackRef } from '../../../../core/commands';
import { hasKeys, trackAt, tracksOf, type Track } from '../../../../core/scene';
import { inOrder, member, newDials, type Layer } from '../../../../core/model';
import { formulasToKeys } from '../../formula/formula-keys';
import { current, type Editor } from '../editor';
import { freshId } from '../fresh-id';
import type { EditorState } from '../state';
import { chosenLayers, needsLayers, type Action } from './action';
import { askForTrack } from '../../formula/ask-for-track';

type Meant = { readonly layer: Layer; readonly track: Track };

/** The tracks that are meant: the one whose menu was asked for, those of the selected keys, else those of the selected layers that are driven. */
function meant(state: EditorState): readonly Meant[] {
  const layers = chosenLayers(state);
  const of = (layer: Layer, address: string): readonly Meant[] => { const track = trackAt(state.project, layer, address); return track && track.operator === null ? [{ layer, track }] : []; };
  const named = state.fieldMeant;
  if (named !== null) return layers.flatMap((layer) => of(layer, named));
  const keyed = new Map(state.selection.keys.map((key) => [`${key.layer}\n${key.track}`, key] as const));
  if (keyed.size > 0) return [...keyed.values()].flatMap(({ layer, track }) => { const one = member(current(state).layers.by, layer); return one ? of(one, track) : []; });
  return layers.flatMap((layer) => tracksOf(state.project, layer).filter(({ operator, channel }) => operator === null && channel !== null && channel.formula !== null).map((track) => ({ layer, track })));
}

const refsOf = (all: readonly Meant[]): readonly TrackRef[] => all.map(({ layer, track }) => ({ layer: layer.id, track: track.address }));
const driven = (state: EditorState): readonly Meant[] => meant(state).filter(({ track }) => track.channel !== null && track.channel.formula !== null);
const needsDriven = (state: EditorState): string | null => (driven(state).length > 0 ? null : 'Nothing that is meant has a formula.');
const needsTrack = (state: EditorState): string | null => (meant(state).length > 0 ? null : 'Right-click a value of the panel, or select keys, to say which track is meant.');

/** Done with what was meant: the next time it is asked anew. */
function done(editor: Editor, run: () => void): void {
  run();
  editor.set({ fieldMeant: null });
}

/** Opens the formula of the meant tracks to be written, as it is or anew. */
function write(editor: Editor, anew: { readonly recipe?: string } | null = null): void {
  const state = editor.store.getState();
  const all = meant(state);
  const [first] = all;
  if (!first) return;
  const layers = all.filter(({ track }) => track.address === first.track.address).map(({ layer }) => layer.id);
  if (layers.join() !== state.selection.layers.join()) editor.select({ layers });
  editor.set({ driving: { driven: { composition: current(state).id, layers, track: first.track.address, operator: null }, text: anew ? '' : (first.track.channel?.formula ?? ''), ...anew } });
}

const TYPES: Readonly<Record<(typeof DIAL_TYPES)[number], string>> = { number: 'a number', angle: 'an angle', point: 'a point', colour: 'a colour', switch: 'a switch', choice: 'a choice', text: 'a text' };
const dialsLayer = (state: EditorState): string | null => (chosenLayers(state).length === 1 && chosenLayers(state)[0]!.kind === 'dials' ? null : 'Select a layer of dials first.');

/** What drives tracks, and dials that formulas read. */
export const FORMULA_ACTIONS: readonly Action[] = [
  { id: 'formula.write', title: (state) => (driven(state).length > 0 ? 'Write in the formula …' : 'Drive by a formula …'), group: 'Keys', also: 'script drive =', whyNot: needsTrack, run: (editor) => done(editor, () => write(editor)) },
  {
    id: 'formula.begin', title: 'Begin a formula', group: 'Keys', keys: ['='], also: 'drive equals expression', whyNot: (state) => (meant(state).length > 0 ? null : needsLayers(state)),
    run(editor) {
      if (meant(editor.store.getState()).length > 0) return done(editor, () => write(editor));
      editor.say('Which track shall it drive? Press its value in the panel, or its row.');
      askForTrack((layer, track) => {
        editor.select({ layers: [layer], keys: [] });
        editor.set({ fieldMeant: track });
        done(editor, () => write(editor));
      });
    },
  },
  { id: 'formula.link', title: 'Link: follow what is pressed next …', group: 'Keys', also: 'pick follow connect', whyNot: needsTrack, run: (editor) => done(editor, () => write(editor, {})) },
  {
    id: 'formula.switch', title: (state) => (driven(state).some(({ track }) => !track.channel!.formulaOff) ? 'Switch the formula off' : 'Switch the formula on'), group: 'Keys', also: 'disable enable', whyNot: needsDriven,
    run: (editor) => done(editor, () => { const all = driven(editor.store.getState()); editor.do('formulas.set', { tracks: [...refsOf(all)], off: all.some(({ track }) => !track.channel!.formulaOff) }); }),
  },
  { id: 'formula.keys', title: 'Turn the formula into keys', group: 'Keys', also: 'bake convert', whyNot: needsDriven, run: (editor) => done(editor, () => formulasToKeys(editor, refsOf(driven(editor.store.getState())))) },
  {
    id: 'formula.back', title: 'Let the formula drive again, in place of its keys', group: 'Keys', whyNot: (state) => (driven(state).some(({ track }) => track.channel!.formulaOff && hasKeys(track.channel!)) ? null : 'No formula is switched off beside keys.'),
    run: (editor) => done(editor, () => void editor.do('formulas.back', { tracks: [...refsOf(driven(editor.store.getState()))] })),
  },
  { id: 'formula.remove', title: 'Take the formula away', group: 'Keys', also: 'delete unlink', whyNot: needsDriven, run: (editor) => done(editor, () => void editor.do('formulas.set', { tracks: [...refsOf(driven(editor.store.getState()))], formula: null })) },
  ...RECIPES.map((recipe): Action => ({
    id: `recipe.${recipe.id}`, title: `Recipe: ${recipe.title.toLowerCase()}${recipe.follows ? ' …' : ''}`, group: 'Keys', also: recipe.about, whyNot: (state) => needsTrack(state) ?? (meant(state).some(({ track }) => recipe.fits(track.spec)) ? null : `${recipe.title} does not fit what is meant.`),
    // What it shall follow is pressed, or its name written.
    run: (editor) => done(editor, () => (recipe.follows ? write(editor, { recipe: recipe.id }) : void editor.do('formulas.recipe', { tracks: [...refsOf(meant(editor.store.getState()))], recipe: recipe.id }))),
  })),
  { id: 'new.dials', title: 'New layer of dials', group: 'New', also: 'controls sliders', run: (editor) => addDials(editor) },
  ...DIAL_TYPES.map((type): Action => ({ id: `dial.${type}`, title: `Add a dial: ${TYPES[type]}`, group: 'New', also: 'control slider', whyNot: dialsLayer, run: (editor) => { const [layer] = chosenLayers(editor.store.getState()); if (layer) editor.do('dials.add', { layer: layer.id, type }); } })),
];

/** A layer of dials, selected: its first dial is added there. */
function addDials(editor: Editor): void {
  const state = editor.store.getState();
  const id = freshId();
  const taken = new Set(inOrder(current(state).layers).map(({ name }) => name));
  let name = 'Desk';
  for (let n = 2; taken.has(name); n++) name = `Desk ${n}`;
  if (editor.do('layers.add', { files: [newDials(id, name, [[0, current(state).duration]])], above: null })) editor.select({ layers: [id], keys: [], markers: [], operator: null });
}

/** What the menu of a value offers. */
export const FORMULA_MENU: readonly (readonly string[])[] = [['formula.write', 'formula.link'], RECIPES.map(({ id }) => `recipe.${id}`), ['formula.switch', 'formula.keys', 'formula.back', 'formula.remove']];

