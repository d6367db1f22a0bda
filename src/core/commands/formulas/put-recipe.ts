import { writtenName } from '../../formulas';
import { inOrder, newDials, type LayerOf, type Project } from '../../model';
import { nextName } from '../document/next-name';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { reach, type TrackRef } from '../document/target';
import type { Dial } from './dials';
import { leaderName, type Leader } from './link';
import { recipeOf } from './recipes';
import { setFormulas } from './set-formulas';

/** The layer of dials that recipes put theirs on, where there is none with another name. */
const DESK = 'Desk';

/** Puts a recipe on tracks, with its dials on a layer of dials of the composition: the lowest that is there, or a new one. */
export function putRecipe(project: Project, compositionId: string, refs: readonly TrackRef[], id: string, leader: Leader | null, newId: () => string): Made | Refused | null {
  const recipe = recipeOf(id);
  const targets = refs.flatMap((ref) => { const target = reach(project, compositionId, ref); return target && target.track.operator === null && recipe?.fits(target.track.spec) ? [{ ref, ...target }] : []; });
  if (!recipe || targets.length === 0) return refs.length === 0 ? null : { refused: recipe ? `${recipe.title} does not fit what is chosen.` : 'There is no such recipe.' };
  const followed = leader && leaderName(project, compositionId, leader);
  if (recipe.follows && !followed) return { refused: 'Say first what it shall follow.' };
  const { composition, track: { spec } } = targets[0]!;
  const desk = inOrder(composition.layers).findLast((one): one is LayerOf<'dials'> => one.kind === 'dials' && !one.locked) ?? null;
  const patches: Patch[] = [];
  let home: LayerOf<'dials'>;
  if (desk) home = desk;
  else {
    const name = nextName(DESK, new Set(inOrder(composition.layers).map((one) => one.name)));
    home = newDials(newId(), name, [[0, composition.duration]]);
    patches.push(patchOf([...compositionPath(compositionId), 'layers', 'order'], composition.layers.order, [...composition.layers.order, home.id]), patchOf(layerPath(compositionId, home.id), undefined, home));
  }
  const taken = new Set(inOrder(home.dials).map((one) => one.name));
  const dials = recipe.dials(spec).map((one): Dial => {
    const name = nextName(one.name, taken);
    taken.add(name);
    return { id: newId(), off: false, name, type: one.type ?? 'number', unit: one.unit, range: [...one.range], step: null, choices: [], public: false, channels: { value: { value: one.value, keys: {}, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false } } } as unknown as Dial;
  });
  const path = [...layerPath(compositionId, home.id), 'dials'];
  patches.push(patchOf([...path, 'order'], home.dials.order, [...home.dials.order, ...dials.map((one) => one.id)]), ...dials.map((one) => patchOf([...path, 'by', one.id], undefined, one)));
  const next = applyPatches(project, patches).project;
  const layerName = writtenName({ name: home.name, quoted: false });
  const text = recipe.formula(dials.map((one) => `${layerName}.${writtenName({ name: one.name, quoted: false })}`), followed?.name ?? '');
  const driven = setFormulas(next, compositionId, targets.map(({ ref }) => ref), { formula: text });
  if (!driven || 'refused' in driven) return driven;
  return { ...driven, event: 'formulas.recipe', label: `${recipe.title}: ${targets.length === 1 ? `${spec.label} of ${targets[0]!.layer.name}` : `${targets.length} tracks`}`, patches: [...patches, ...driven.patches], told: `Its dials are on “${home.name}”.${driven.told ? ` ${driven.told}` : ''}` };
}
