import { readsName } from '../../formulas';
import { drivesIn } from '../../scene';
import type { Project } from '../../model';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reach, restingChannel, type TrackRef } from '../document/target';

/** What a formula becomes: a text, nothing, or the same switched on or off. */
export type FormulaEdit = { readonly formula?: string | null; readonly off?: boolean };

/**
 * Puts a formula on tracks, changes it, switches it on or off, or takes it away; keys stay as they are. On several, `index` and `count` number
 * them in the order given. A formula that does not work yet is kept, and told.
 */
export function setFormulas(project: Project, compositionId: string, refs: readonly TrackRef[], { formula, off }: FormulaEdit): Made | Refused | null {
  const patches: Patch[] = [];
  const touched: TrackRef[] = [];
  let wrong: string | null = null;
  const targets = [...new Map(refs.map((ref) => [`${ref.layer}\n${ref.track}`, ref])).values()].flatMap((ref) => {
    const target = reach(project, compositionId, ref);
    return target && target.track.operator === null ? [{ ref, ...target }] : [];
  });
  if (targets.length === 0) return null;
  targets.forEach(({ ref, composition, layer, track }, i) => {
    const path = trackPath(compositionId, layer.id, track);
    const before = track.channel;
    const text = formula === undefined ? (before?.formula ?? null) : formula === null || formula.trim() === '' ? null : numbered(formula, i, targets.length);
    const isOff = text !== null && (off ?? (formula === undefined ? (before?.formulaOff ?? false) : false));
    if ((before?.formula ?? null) === text && (before?.formulaOff ?? false) === isOff) return;
    touched.push(ref);
    if (text !== null && !isOff) wrong ??= drivesIn(project, composition).tried(layer, track, text).fault()?.message ?? null;
    if (!before) patches.push(patchOf(path, undefined, { ...restingChannel(track), formula: text, formulaOff: isOff }));
    else {
      if (before.formula !== text) patches.push(patchOf([...path, 'formula'], before.formula, text));
      if (before.formulaOff !== isOff) patches.push(patchOf([...path, 'formulaOff'], before.formulaOff, isOff));
    }
  });
  if (patches.length === 0) return null;
  const what = touched.length === 1 ? `${targets.find(({ ref }) => ref === touched[0])!.track.spec.label} of ${targets.find(({ ref }) => ref === touched[0])!.layer.name}` : count(touched.length, 'track');
  const verb = formula === null ? 'Take the formula from' : formula === undefined ? (off ? 'Switch off the formula of' : 'Switch on the formula of') : 'Drive';
  return { event: 'formulas.set', label: `${verb} ${what}${formula ? ' by a formula' : ''}`, patches, ...(wrong ? { told: `It does not work yet: ${wrong}` } : {}) };
}

/** On a selection a formula counts its members, as it counts copies. */
function numbered(formula: string, index: number, many: number): string {
  if (many < 2) return formula;
  const bare = withoutNumbers(formula);
  const names = [['index', index], ['count', many]] as const;
  return `${names.filter(([name]) => readsName(bare, name)).map(([name, value]) => `let ${name} = ${value}; `).join('')}${bare}`;
}

/** A formula without the numbers that it was given on a selection: what its members share. */
export function withoutNumbers(formula: string): string {
  return formula.replace(/^let index = \d+; /, '').replace(/^let count = \d+; /, '');
}
