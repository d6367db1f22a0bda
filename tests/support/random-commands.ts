import { keyedTracks, tracksOf } from '../../src/core/scene';
import fc from 'fast-check';
import { addComposition, addKeys, addLayers, addMarkers, addOperator, copyKeys, copyLayers, deleteComposition, deleteKeys, deleteLayers, deleteMarkers, deleteOperator, duplicateComposition, duplicateLayers, holds, keysOf, moveKeys, moveOperator, movePlaces, nestLayers, NO_MOMENTS, pasteKeys, pasteLayers, renameProject, reorderLayers, setComposition, setDuration, setFillKind, setInk, setLayerField, setMain, setMarkers, setOperator, setOutside, setParent, setRate, setTempo, setValues, shapeKeys, shiftMoments, splitLayers, stepLayers, stretchLayers, trimLayersTo, unnestLayer, withRipple, withTogether, type Draft, type KeyRef, type Refused } from '../../src/core/commands';
import { inOrder, isDrawn, newComposition, newNest, newNull, type Composition, type Layer, type Project } from '../../src/core/model';
import { OPERATORS } from '../../src/core/timing';

/** A command with numbers that choose what it acts on; done to whatever the film is by then. */
export type RandomCommand = { readonly which: number; readonly comp: number; readonly a: number; readonly b: number; readonly n: number; readonly yes: boolean };

type Drafted = Draft | Refused | null;
type Ask = { readonly project: Project; readonly at: Composition; readonly ids: readonly string[]; readonly keys: readonly KeyRef[]; readonly n: number; readonly a: number; readonly yes: boolean; readonly newId: () => string };

const pick = <T>(list: readonly T[], i: number): T | undefined => (list.length === 0 ? undefined : list[i % list.length]);
const bounds = () => [-30, -20, 30, 20] as const;

/** Every family of edits that the Bench has. */
export const COMMANDS: readonly (readonly [name: string, run: (ask: Ask) => Drafted])[] = [
  ['slide', ({ project, at, ids, n }) => shiftMoments(project, at.id, { ...NO_MOMENTS, slide: ids }, n)],
  ['slide with ripple', ({ project, at, ids, n }) => shiftMoments(project, at.id, withRipple(project, at, { ...NO_MOMENTS, slide: ids.slice(0, 1) }), n)],
  ['trim together', ({ project, at, ids, n }) => shiftMoments(project, at.id, withTogether(project, at, { ...NO_MOMENTS, trimEnd: ids.slice(0, 1) }), n)],
  ['trim to', ({ project, at, ids, n, yes }) => trimLayersTo(project, at.id, ids, yes ? 'start' : 'end', n)],
  ['stretch', ({ project, at, ids, n, yes, newId }) => stretchLayers(project, at.id, ids, yes ? 'end' : 'start', n, newId)],
  ['split', ({ project, at, ids, n, newId }) => splitLayers(project, at.id, ids, n, newId)],
  ['duplicate', ({ project, at, ids, newId }) => duplicateLayers(project, at.id, ids, newId)],
  ['paste elsewhere', ({ project, at, ids, a, newId }): Drafted => {
    const clip = copyLayers(project, at.id, ids);
    const target = pick(project.compositions.order, a)!;
    // The Bench asks this before it pastes.
    return clip && !holds(clip, clip.main, target) ? pasteLayers(project, target, clip, { at: 5, above: null, newId }) : null;
  }],
  ['nest whole', ({ project, at, ids, yes, newId }) => nestLayers(project, at.id, ids, { name: 'N', inside: 'all', length: yes ? 'whole' : 'bars', frame: 4, bounds, newId })],
  ['nest pictures', ({ project, at, ids, newId }) => nestLayers(project, at.id, ids, { name: 'N', inside: 'picture', length: 'whole', frame: 4, bounds, newId })],
  ['take apart', ({ project, at, a, newId }) => {
    // Most nests are bent or see-through; those that are neither come first.
    const nests = inOrder(at.layers).filter((layer) => layer.kind === 'nest');
    const nest = pick([...nests.filter((layer) => layer.timing.order.length === 0 && !('opacity' in layer.channels)), ...nests].slice(0, 2), a);
    return nest ? unnestLayer(project, at.id, nest.id, newId) : null;
  }],
  ['follow', ({ project, at, ids, a, yes, newId }) => setParent(project, at.id, ids, yes ? null : (pick(inOrder(at.layers).filter((layer) => isDrawn(layer.kind) && !ids.includes(layer.id)), a)?.id ?? null), { frame: 6, keying: false, newId })],
  ['reorder', ({ project, at, ids, a }) => reorderLayers(project, at.id, ids, pick(at.layers.order, a) ?? null)],
  ['step', ({ project, at, ids, yes }) => stepLayers(project, at.id, ids, yes ? 'up' : 'bottom')],
  ['length', ({ project, at, n }) => setDuration(project, at.id, Math.abs(n) + 5)],
  ['rate', ({ project, at, n }) => setRate(project, at.id, n % 3 === 0 ? [24, 1] : n % 3 === 1 ? [60, 1] : [30000, 1001])],
  ['set', ({ project, at, ids, a, n, yes, newId }) => setValues(project, at.id, ids.map((layer) => ({ layer, track: pick(['x', 'y', 'rotation', 'opacity'], a)!, value: n })), { frame: a % 30, keying: yes, newId })],
  ['add keys', ({ project, at, ids, a, newId }) => addKeys(project, at.id, ids.flatMap((layer) => tracksOf(project, at.layers.by[layer]!).slice(0, 4).map((found) => ({ layer, track: found.address }))), { frame: a % 30, newId })],
  ['delete keys', ({ project, at, keys, a }) => deleteKeys(project, at.id, keys.slice(0, 1 + (a % 5)))],
  ['move keys', ({ project, at, keys, n }) => moveKeys(project, at.id, keys.slice(0, 3), n)],
  ['paste keys', ({ project, at, keys, ids, a, newId }) => {
    const clip = copyKeys(project, at.id, keys.slice(0, 4));
    return clip && pasteKeys(project, at.id, ids, clip, { frame: a % 30, newId });
  }],
  ['shape keys', ({ project, at, keys, a }) => shapeKeys(project, at.id, keys, pick(['straight', 'smooth', 'held'] as const, a)!)],
  ['outside', ({ project, at, keys, a, yes }) => setOutside(project, at.id, keys, yes ? 'before' : 'after', pick(['hold', 'repeat', 'climb', 'swing', 'glide'] as const, a)!)],
  ['add markers', ({ project, at, ids, n, yes, newId }) => addMarkers(project, at.id, yes ? ids : [], [n], newId)],
  ['set markers', ({ project, at, n, yes }) => setMarkers(project, at.id, markersOf(at), yes ? { at: n } : { name: `m${n}`, fires: yes })],
  ['delete markers', ({ project, at }) => deleteMarkers(project, at.id, markersOf(at))],
  ['add an operator', ({ project, at, ids, a, newId }) => addOperator(project, at.id, ids.slice(0, 2), pick(OPERATORS, a)!.op, 12, newId)],
  ['set an operator', ({ project, at, a, n, yes }) => {
    const layer = pick(inOrder(at.layers).filter((one) => one.timing.order.length > 0), a);
    const node = layer && pick(inOrder(layer.timing), a);
    return layer && node ? setOperator(project, at.id, [{ layer: layer.id, operator: node.id }], yes || !('from' in node) ? { off: !node.off } : { from: n }) : null;
  }],
  ['move an operator', ({ project, at, a, yes }) => onOperator(at, a, (layer, node) => moveOperator(project, at.id, [{ layer, operator: node }], yes ? 1 : -1))],
  ['delete an operator', ({ project, at, a }) => onOperator(at, a, (layer, node) => deleteOperator(project, at.id, [{ layer, operator: node }]))],
  ['plain field', ({ project, at, ids, n, yes }) => setLayerField(project, at.id, ids, yes ? 'name' : 'visible', yes ? `Name ${n}` : n > 0)],
  ['unclip', ({ project, at, ids, yes }) => setLayerField(project, at.id, ids, 'clipFrame', yes)],
  ['delete', ({ project, at, ids }) => deleteLayers(project, at.id, ids.slice(0, 2))],
  ['add layers', ({ project, at, yes, newId }) => addLayers(project, at.id, [yes ? newNull(newId(), 'Null', [[0, 9]], {}) : { ...newNest(newId(), 'Reel', [[0, 9]], 'reel'), clipFrame: false } as Layer].filter((layer) => !('source' in layer) || (at.id === 'main' && project.compositions.by['reel'])), at.layers.order[0] ?? null)],
  ['add a composition', ({ project, newId }) => addComposition(project, newComposition(newId(), 'Room', { width: 40, height: 30, rate: [30, 1], duration: 9 }))],
  ['duplicate a composition', ({ project, at, newId }) => duplicateComposition(project, at.id, newId())],
  ['delete a composition', ({ project, a }) => deleteComposition(project, pick(project.compositions.order, a)!)],
  ['set a composition', ({ project, at, n, yes }) => setComposition(project, at.id, yes ? { name: `Room ${n}`, background: '#102030' } : { range: [Math.abs(n), Math.abs(n) + 4], loops: n > 0 })],
  ['tempo', ({ project, at, n, yes }) => setTempo(project, at.id, yes ? { bpm: 100 + n, offset: 0, meter: [4, 4], map: null, origin: 'typed' } : null)],
  ['main', ({ project, at }) => setMain(project, at.id)],
  ['rename', ({ project, n }) => renameProject(project, `Film ${n}`)],
  ['ink', ({ project, at, ids, yes }) => setInk(project, at.id, ids, 'stroke', { cap: yes ? 'round' : 'butt', dash: yes ? [4, 2] : [] })],
  ['fill', ({ project, at, ids, a, newId }) => setFillKind(project, at.id, ids, pick(['none', 'flat', 'linear', 'radial'] as const, a)!, bounds, newId)],
  ['move on the picture', ({ project, at, ids, n, yes, newId }) => movePlaces(project, at.id, ids, [n, 3], { frame: 5, keying: yes, newId })],
];

export const randomCommand: fc.Arbitrary<RandomCommand> = fc.record({ which: fc.constantFrom(...COMMANDS.keys()), comp: fc.nat(9), a: fc.nat(99), b: fc.nat(99), n: fc.integer({ min: -25, max: 40 }), yes: fc.boolean() });

function onOperator(at: Composition, a: number, run: (layer: string, node: string) => Drafted): Drafted {
  const layer = pick(inOrder(at.layers).filter((one) => one.timing.order.length > 0), a);
  const node = layer && pick(layer.timing.order, a);
  return layer && node !== undefined ? run(layer.id, node) : null;
}

function markersOf(at: Composition) {
  return [...Object.keys(at.markers).map((marker) => ({ layer: null, marker })), ...inOrder(at.layers).flatMap((layer) => Object.keys(layer.markers).map((marker) => ({ layer: layer.id, marker })))];
}

/** The draft of a command for a film, or null where it has nothing to do or says why not. `told` counts what was done. */
export function draftOf(project: Project, { which, comp, a, b, n, yes }: RandomCommand, newId: () => string, told?: Map<string, number>): Draft | null {
  const at = project.compositions.by[pick(project.compositions.order, comp)!]!;
  const { order } = at.layers;
  const ids = [...new Set([pick(order, a), pick(order, b)])].filter((id) => id !== undefined);
  const keys = inOrder(at.layers).flatMap((layer) => keyedTracks(project, layer).flatMap((found) => keysOf(found.channel).map((key): KeyRef => ({ layer: layer.id, track: found.address, key: key.id })))).slice(a % 7);
  const [name, run] = COMMANDS[which % COMMANDS.length]!;
  const draft = run({ project, at, ids, keys, n, a, yes, newId });
  if (!draft || 'refused' in draft) return null;
  told?.set(name, (told.get(name) ?? 0) + 1);
  return draft;
}
