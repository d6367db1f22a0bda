import { readStagger, staggerMembers, staggerOf, type StaggerHow } from '../../../../core/commands';
import { prepareCurve, type KeyCurve } from '../../../../core/keys';
import { framesFault } from '../../../../core/scene';
import { needsLayers } from '../actions/action';
import { current } from '../current';
import type { EditorState } from '../state';
import { defineAsk, num, type Ask, type AskValues } from './ask';

const WHAT = [['starts', 'bars'], ['ends', 'bars’ ends'], ['keys', 'keys'], ['markers', 'markers'], ['time', 'what they show']] as const;
const MEASURES = [['step', 'frames each'], ['total', 'frames in all'], ['beats', 'beats each'], ['overlap', 'overlap'], ['formula', 'by a formula']] as const;
/** What a formula of their turn begins with. */
const FIRST = 'index * 3f';
const ORDERS = [
  ['rows', 'top row first'], ['up', 'bottom row first'], ['across', 'left to right'], ['across reversed', 'right to left'], ['down', 'top to bottom'], ['down reversed', 'bottom to top'],
  ['outward', 'outward'], ['outward reversed', 'inward'], ['chance', 'by chance'], ['hand', 'as selected'],
] as const;
const SPREADS = [['even', 'evenly'], ['sine in', 'slow start'], ['sine out', 'slow end'], ['sine both', 'slow both ends'], ['power in', 'slower start'], ['power out', 'slower end'], ['back out', 'past the end']] as const;
/** Measures that can be spread along a curve. */
const SPREAD = ['step', 'total', 'beats'] as const;
/** Measures whose steps may fall between beats, and can be led to the nearest. */
const LANDING = ['step', 'total', 'overlap', 'formula'] as const;
/** Spreads that have a strength, to be typed. */
const STRONG = ['power in', 'power out', 'back out'] as const;
/** A line that is bent less than this is even; more than this it cannot be. */
const [FLAT, STEEP] = [0.05, 7];
const ON = [['no', 'as it falls'], ['yes', 'on the beat']] as const;

/** Which measure a stagger was told by, and its number. */
function measured(how: StaggerHow): { readonly measure: string; readonly by: number; readonly formula?: string } {
  if (how.formula !== null) return { measure: 'formula', by: 3, formula: how.formula };
  if (how.overlap !== null) return { measure: 'overlap', by: how.overlap };
  if (how.beats !== null) return { measure: 'beats', by: how.beats };
  return how.total !== null ? { measure: 'total', by: how.total } : { measure: 'step', by: how.step ?? 3 };
}

function spreadOf(curve: StaggerHow['curve']): string {
  const word = curve ? `${curve.kind} ${curve.side ?? 'in'}` : 'even';
  return SPREADS.some(([value]) => value === word) ? word : 'even';
}

function known(state: EditorState) {
  return staggerOf(current(state), state.selection.layers);
}

/** The layers that are meant: those of the stagger that is known, else those selected. */
function members(state: EditorState): readonly string[] {
  const one = known(state);
  return one ? staggerMembers(one).map(({ layer }) => layer) : state.selection.layers;
}

/** The curve that the steps are spread along; null: evenly. */
function curveFrom(values: AskValues): KeyCurve | null {
  const [kind, side] = String(values['spread']).split(' ');
  return kind === 'even' ? null : { kind: kind!, side: side as 'in', ...(typeof values['strength'] === 'number' && kind !== 'sine' ? { amount: values['strength'] } : {}) };
}

/** How far the line of the spread is bent: above nought the first steps are the wide ones. */
function bentBy(values: AskValues): number {
  const curve = curveFrom(values);
  const way = curve?.side === 'in' ? -1 : 1;
  return !curve ? 0 : way * (curve.kind === 'power' ? (curve.amount ?? 3) - 1 : 1);
}

/** The line pulled so much further: a power of its own, or even again. */
function bend(values: AskValues, by: number): AskValues {
  const bent = Math.max(-STEEP, Math.min(STEEP, Math.round((bentBy(values) + by) * 100) / 100));
  return Math.abs(bent) < FLAT ? { spread: 'even', strength: null } : { spread: bent > 0 ? 'power out' : 'power in', strength: Math.round((1 + Math.abs(bent)) * 100) / 100 };
}

/** The layers that are meant: those selected, or all of the stagger that they belong to. */
function howFrom(values: AskValues): Partial<StaggerHow> {
  const [order, turned] = String(values['order']).split(' ');
  return {
    ...(values['measure'] === 'formula' ? { formula: String(values['formula']) } : { [String(values['measure'])]: num(values, 'by') }), order: order as StaggerHow['order'], reversed: turned === 'reversed', seed: Math.round(num(values, 'seed')),
    // What the measure has no room for is not taken along unseen.
    curve: SPREAD.some((one) => one === values['measure']) ? curveFrom(values) : null, from: values['x'] === undefined ? null : [num(values, 'x'), num(values, 'y')], onBeat: values['on'] === 'yes' && LANDING.some((one) => one === values['measure']),
  };
}

export const stagger = defineAsk({
  id: 'layers.stagger', title: 'Stagger: one after another', group: 'Time', keys: ['A'], also: 'cascade offset delay sequence order spread apart', does: 'Stagger',
  whyNot: (state) => needsLayers(state) ?? (state.selection.layers.length < 2 && !known(state) ? 'Select two layers or more, or one that is staggered already.' : null),
  words: (state) => { const one = known(state); return one ? `${one.members.length} staggered layers:` : `${state.selection.layers.length} layers:`; },
  fields: [
    { kind: 'number', name: 'by', label: 'How much later', unit: '', when: ['measure', 'step', 'total', 'beats', 'overlap'] }, { kind: 'formula', name: 'formula', label: 'Formula of how much later, by index and count', when: ['measure', 'formula'], fault: (state, text) => framesFault(state.project, current(state), members(state), text)?.message ?? null }, { kind: 'choice', name: 'measure', label: 'What the number says', options: MEASURES }, { kind: 'choice', name: 'what', label: 'What is staggered', options: WHAT },
    { kind: 'choice', name: 'order', label: 'In which order', options: ORDERS }, { kind: 'choice', name: 'spread', label: 'How the steps are spread', options: SPREADS, when: ['measure', ...SPREAD] },
    { kind: 'line', name: 'bend', label: 'How the steps are spread', when: ['measure', ...SPREAD], at: (values) => { const curve = curveFrom(values); return curve ? prepareCurve(curve).at : (u) => u; }, says: (values) => SPREADS.find(([value]) => value === values['spread'])?.[1] ?? '', pulled: bend },
    { kind: 'number', name: 'strength', label: 'How strongly they bend', unit: '', least: 0.1, most: 20, blank: 'as usual', when: ['spread', ...STRONG] },
    { kind: 'choice', name: 'on', label: 'Where they land', options: ON, when: ['measure', ...LANDING] }, { kind: 'number', name: 'seed', before: 'seed', label: 'Seed of the chance', unit: '', when: ['order', 'chance'] },
  ],
  born(state) {
    const one = known(state);
    const what = state.selection.keys.length > 0 ? 'keys' : 'starts';
    if (!one) return { by: 3, measure: 'step', formula: FIRST, what, order: 'rows', spread: 'even', strength: null, on: 'no', seed: 1 };
    const how = readStagger(one);
    return { formula: FIRST, ...measured(how), what: one.what, order: how.reversed ? `${how.order} reversed` : how.order, spread: spreadOf(how.curve), strength: how.curve?.amount ?? null, on: how.onBeat ? 'yes' : 'no', seed: how.seed, ...(how.from ? { x: how.from[0], y: how.from[1] } : {}) };
  },
  step(state, values) {
    const one = known(state);
    const again = one !== null && one.what === values['what'];
    return { event: 'staggers.set', args: { stagger: again ? one.id : null, what: values['what'], layers: again ? [] : state.selection.layers, keys: values['what'] === 'keys' && !again ? state.selection.keys : [], ...howFrom(values), frame: state.frame } };
  },
});

export const STAGGER_ASKS: readonly Ask[] = [stagger];
