import { readStagger, staggerMembers, staggerOf, staggerTurns, type StaggerHow } from '../../../../core/commands';
import { prepareCurve, type KeyCurve } from '../../../../core/keys';
import { framesFault } from '../../../../core/scene';
import { readTypedLength } from '../../../../core/time';
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
  ['outward', 'outward'], ['outward reversed', 'inward'], ['chance', 'by chance'], ['hand', 'as selected'], ['pulled', 'by hand'],
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
const ON = [['no', 'on whole frames'], ['exact', 'as it falls'], ['yes', 'on the beat']] as const;
/** Words of an order as they are typed, beside those of its press. */
const ORDER_WORDS: Readonly<Record<string, string>> = { 'from the middle': 'outward', random: 'chance', chance: 'chance', 'top first': 'rows', 'bottom first': 'up', 'from the left': 'across', 'from the right': 'across reversed' };

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

/** The layers in the order that their numbers were pulled to; null where none was. */
function pulledOrder({ turns }: AskValues): readonly string[] | null {
  return typeof turns === 'string' ? (JSON.parse(turns) as readonly string[]) : null;
}

/** How they come one after another. */
function howFrom(values: AskValues): Partial<StaggerHow> {
  const [order, turned] = String(values['order']).split(' ');
  return {
    ...(values['measure'] === 'formula' ? { formula: String(values['formula']) } : { [String(values['measure'])]: num(values, 'by') }), order: order === 'pulled' ? 'hand' : (order as StaggerHow['order']), reversed: turned === 'reversed', seed: Math.round(num(values, 'seed')),
    // What the measure has no room for is not taken along unseen.
    curve: SPREAD.some((one) => one === values['measure']) ? curveFrom(values) : null, from: values['x'] === undefined ? null : [num(values, 'x'), num(values, 'y')], onBeat: values['on'] === 'yes' && LANDING.some((one) => one === values['measure']), exact: values['on'] === 'exact',
  };
}

export const stagger = defineAsk({
  id: 'layers.stagger', title: 'Stagger: one after another', group: 'Time', keys: ['A'], also: 'cascade offset delay sequence order spread apart', does: 'Stagger',
  whyNot: (state) => needsLayers(state) ?? (state.selection.layers.length < 2 && !known(state) ? 'Select two layers or more, or one that is staggered already.' : null),
  words: (state) => { const one = known(state); return one ? `${one.members.length} staggered layers:` : `${state.selection.layers.length} layers:`; },
  fields: [
    { kind: 'number', name: 'by', label: 'How much later', unit: '', reads: readWords, when: ['measure', 'step', 'total', 'beats', 'overlap'] }, { kind: 'formula', name: 'formula', label: 'Formula of how much later, by index and count', when: ['measure', 'formula'], fault: (state, text) => framesFault(state.project, current(state), members(state), text)?.message ?? null }, { kind: 'choice', name: 'measure', label: 'What the number says', options: MEASURES }, { kind: 'choice', name: 'what', label: 'What is staggered', options: WHAT },
    { kind: 'choice', name: 'order', label: 'In which order', options: ORDERS, chips: (state, values) => ORDERS.map(([value]) => value).filter((value) => (value === 'hand' ? pickedInTurn(state) || values['order'] === 'hand' : value !== 'pulled' || pulledOrder(values) !== null)) }, { kind: 'choice', name: 'spread', label: 'How the steps are spread', options: SPREADS, when: ['measure', ...SPREAD] },
    { kind: 'line', name: 'bend', label: 'How the steps are spread', when: ['measure', ...SPREAD], at: (values) => { const curve = curveFrom(values); return curve ? prepareCurve(curve).at : (u) => u; }, says: (values) => SPREADS.find(([value]) => value === values['spread'])?.[1] ?? '', pulled: bend },
    { kind: 'number', name: 'strength', label: 'How strongly they bend', unit: '', least: 0.1, most: 20, blank: 'as usual', when: ['spread', ...STRONG] },
    { kind: 'choice', name: 'on', label: 'Where they land', options: ON, when: ['measure', ...LANDING] }, { kind: 'number', name: 'seed', before: 'seed', label: 'Seed of the chance', unit: '', when: ['order', 'chance'] },
  ],
  born(state) {
    const one = known(state);
    const what = state.selection.keys.length > 0 ? 'keys' : 'starts';
    if (!one) return { by: 3, measure: 'step', formula: FIRST, what, order: pickedInTurn(state) ? 'hand' : 'rows', spread: 'even', strength: null, on: state.settings.betweenFrames ? 'exact' : 'no', seed: 1 };
    const how = readStagger(one);
    return { formula: FIRST, ...measured(how), what: one.what, order: how.order === 'hand' ? 'pulled' : how.reversed ? `${how.order} reversed` : how.order, ...(how.order === 'hand' ? { turns: JSON.stringify(inTurn(members(state), how.reversed)) } : {}), spread: spreadOf(how.curve), strength: how.curve?.amount ?? null, on: how.onBeat ? 'yes' : how.exact ? 'exact' : 'no', seed: how.seed, ...(how.from ? { x: how.from[0], y: how.from[1] } : {}) };
  },
  step(state, values) {
    const one = known(state);
    const again = one !== null && one.what === values['what'];
    const layers = values['order'] === 'pulled' ? pulledOrder(values) : null;
    return { event: 'staggers.set', args: { stagger: again ? one.id : null, what: values['what'], layers: layers ?? (again && values['order'] !== 'hand' ? [] : state.selection.layers), keys: values['what'] === 'keys' && !again ? state.selection.keys : [], ...howFrom(values), frame: state.frame } };
  },
});

const inTurn = (ids: readonly string[], reversed: boolean): readonly string[] => (reversed ? [...ids].reverse() : ids);

/** Whether layers were selected one by one, in an order that is not that of their rows. */
function pickedInTurn(state: EditorState): boolean {
  const { layers } = state.selection;
  const rows = current(state).layers.order.filter((id) => layers.includes(id));
  return layers.length > 1 && layers.some((id, i) => id !== rows[i]);
}

/** "over 2s outward", "2s in all", "4f each", "1b by chance": several answers in one entry. */
function readWords(text: string, state: EditorState): AskValues | null {
  const { rate, tempo } = current(state);
  const [, over, number, how, order] = /^(over\s+)?([\d.,:]+\s*(?:f|s|b|beats?)?)?(\s*in all|\s*each|\s*apart)?\s*([a-z ]+)?$/i.exec(text.trim().toLowerCase()) ?? [];
  const word = order?.trim();
  const found = word === undefined || word === '' ? null : (ORDER_WORDS[word] ?? ORDERS.find(([, words]) => words === word)?.[0]);
  if (found === undefined || (number === undefined && found === null)) return null;
  if (number === undefined) return { order: found };
  const isBeats = /b/.test(number);
  if (over === undefined && how === undefined && found === null && !/[fsb:]/.test(number)) return null;
  const beats = Number(number.replace(/[^\d.,]/g, '').replace(',', '.'));
  const length = isBeats ? null : readTypedLength(number.replace(',', '.'), { at: 0, length: 0, rate, tempo });
  if (isBeats ? !tempo || !Number.isFinite(beats) : !length!.ok) return null;
  return { by: length?.ok ? length.at : beats, measure: isBeats ? 'beats' : over !== undefined || how?.trim() === 'in all' ? 'total' : 'step', ...(found === null ? {} : { order: found }) };
}

/** Which turn each layer has while a stagger is asked for, from 0: what its bar wears. Null while none is. */
export function turnsAsked(state: EditorState): ReadonlyMap<string, number> | null {
  const { asking } = state;
  if (asking?.id !== 'layers.stagger') return null;
  const { values } = asking;
  const how = howFrom(values);
  const ids = (values['order'] === 'pulled' ? pulledOrder(values) : null) ?? (values['order'] === 'hand' ? state.selection.layers : members(state));
  return staggerTurns(state.project, current(state), ids, { order: how.order!, reversed: how.reversed ?? false, from: how.from ?? null, seed: how.seed ?? 1 }, state.frame);
}

/** Gives a layer another turn: those between move up or down by one. */
export function pullTurn(state: EditorState, layer: string, to: number): AskValues | null {
  const turns = turnsAsked(state);
  if (!turns?.has(layer)) return null;
  const others = [...turns].sort((a, b) => a[1] - b[1]).map(([id]) => id).filter((id) => id !== layer);
  const at = Math.max(0, Math.min(others.length, to));
  return { order: 'pulled', turns: JSON.stringify([...others.slice(0, at), layer, ...others.slice(at)]) };
}

export const STAGGER_ASKS: readonly Ask[] = [stagger];
