import { faultsOnKeys, hasContentTime, member, operatorFaults, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import { keyedLength, timingOf, rescaled } from '../../scene';
import { framesPerSecond, hull, type Frames } from '../../time';
import { newOperator, operatorFits, OPERATORS, operatorOf, type Birth } from '../../timing';
import { count, type Draft } from '../document/change';
import type { Made } from '../document/made';
import { nameOf } from '../layers/layers';
import { layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { barsFollow } from './bar-follows';
import { whatGave } from './what-gave';

/** An operator of a layer. */
export type OperatorRef = { readonly layer: string; readonly operator: string };

const SIDES: ReadonlySet<unknown> = new Set(['content', 'keys', 'both']);

type Op = (typeof OPERATORS)[number]['op'];

/** Sets fields of operators, the same on all of them; refused when the document could not hold the result. */
export function setOperator(project: Project, compositionId: string, refs: readonly OperatorRef[], given: Readonly<Record<string, unknown>>, follow = false): Draft | Refused | null {
  const patches: Patch[] = [];
  const touched: string[] = [];
  const found: Layer[] = [];
  let [title, op] = ['', ''];
  for (const { layer, node, path } of reachOperators(project, compositionId, refs)) {
    const fields = operatorFits(node.op, { ...node, ...given }) ? { ...given, ...(operatorOf(node.op)?.along?.(node as never, given as never) as object | undefined) } : given;
    const changed = Object.entries(fields).filter(([field, value]) => (node as Record<string, unknown>)[field] !== value);
    if (changed.length === 0) continue;
    if (changed.some(([field]) => field !== 'on' && !(field in node))) return { refused: 'That does not fit here.' };
    const why = whyNoOperator(layer, { ...node, ...fields } as OperatorEntry);
    if (why !== null) return { refused: touched.length + refs.length > 1 ? `${layer.name}: ${why}` : why };
    [title, op] = [titleOf(node.op), node.op];
    touched.push(layer.id);
    found.push(layer);
    patches.push(...changed.map(([field, value]) => patchOf([...path, 'by', node.id, field], (node as Record<string, unknown>)[field], value)));
  }
  return touched.length === 0 ? null : { event: 'timing.set', label: `Change ${title} of ${nameOf(project, compositionId, touched)}`, patches: follow ? [...patches, ...barsFollow(project, compositionId, patches, found, op)] : patches };
}

/**
 * Adds an operator at the end of layers' stacks, as it is born at the host's frame that is looked at. On one layer it tells
 * what it did and what gave, and offers to lengthen the bar where that now ends too early.
 */
export function addOperator(project: Project, compositionId: string, layerIds: readonly string[], op: Op, frame: Frames, newId: () => string, born: Readonly<Record<string, unknown>> = {}, follow = false): Made | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const layers = layerIds.flatMap((id) => reachLayer(project, compositionId, id) ?? []);
  if (!host || layers.length === 0) return null;
  const patches: Patch[] = [];
  const made: string[] = [];
  let did = '';
  for (const layer of layers) {
    const id = newId();
    const { on, tracks = null, ...own } = born;
    const plain = newOperator(op, id, operatorOf(op)!.born(birthAt(project, host, layer, frame)) as Readonly<Record<string, unknown>>);
    const node = { ...plain, ...own, ...(on === undefined ? {} : { on }), tracks } as unknown as OperatorEntry;
    if (Object.keys(own).some((name) => !Object.hasOwn(operatorOf(op)!.fields, name)) || !operatorFits(op, node) || (on !== undefined && !SIDES.has(on)) || (tracks !== null && !(Array.isArray(tracks) && tracks.every((track) => typeof track === 'string')))) return { refused: 'That does not fit here.' };
    const why = whyNoOperator(layer, node);
    if (why !== null) return { refused: layers.length > 1 ? `${layer.name}: ${why}` : why };
    did = operatorOf(op)!.did(node as never);
    made.push(id);
    patches.push(...putLast(compositionId, layer, [node]));
  }
  const [only] = layers.length === 1 ? layers : [];
  const ends = follow ? barsFollow(project, compositionId, patches, layers, op) : [];
  const gave = only && ends.length === 0 ? whatGave(project, applyPatches(project, patches).project, host, only, op) : null;
  return {
    event: 'timing.add', label: `Add ${titleOf(op)} to ${nameOf(project, compositionId, layers.map((layer) => layer.id))}`, made, patches: [...patches, ...ends],
    told: `${did}${only ? '' : `, on ${layers.length} layers`}${gave ? `; ${gave.words}` : ends.length > 0 ? `; ${only ? 'its bar follows' : `${ends.length === 1 ? 'a bar follows' : `${ends.length} bars follow`}`}.` : '.'}`, ...(gave?.offer ? { offer: gave.offer } : {}),
  };
}

function putLast(compositionId: string, layer: Layer, nodes: readonly OperatorEntry[]): readonly Patch[] {
  const path = [...layerPath(compositionId, layer.id), 'timing'];
  return [...nodes.map((node) => patchOf([...path, 'by', node.id], undefined, node)), patchOf([...path, 'order'], layer.timing.order, [...layer.timing.order, ...nodes.map((node) => node.id)])];
}

/** What an operator finds at the end of a layer's stack: the time that comes in to it at a frame, and how long its source is. */
export function birthAt(project: Project, host: Composition, layer: Layer, frame: Frames): Birth {
  const { stack, source } = timingOf(project, host, layer);
  const second = framesPerSecond(source ? source.rate : host.rate);
  const at = rescaled((source ? stack.content : stack.keys).at(frame), 1);
  if (source) return { D: source.D, length: source.D, cycle: source.D, at: Math.min(source.D - 1, Math.max(0, at)), second: Math.round(second) };
  const bar = Math.max(1, stack.keys.at(hull(layer.spans)?.[1] ?? host.duration));
  return { D: null, ...(keyedLength(layer) ?? { length: bar, cycle: bar }), at, second: Math.round(second) };
}

/** Takes operators off their layers. */
export function deleteOperator(project: Project, compositionId: string, refs: readonly OperatorRef[]): Draft | null {
  const found = reachOperators(project, compositionId, refs);
  if (found.length === 0) return null;
  const gone = new Map<string, Set<string>>();
  for (const { layer, node } of found) (gone.get(layer.id) ?? gone.set(layer.id, new Set()).get(layer.id)!).add(node.id);
  return {
    event: 'timing.delete',
    label: `Take ${new Set(found.map(({ node }) => node.op)).size === 1 ? titleOf(found[0]!.node.op) : count(found.length, 'step')} off ${nameOf(project, compositionId, [...gone.keys()])}`,
    patches: [...gone].flatMap(([id, ids]) => {
      const { timing } = project.compositions.by[compositionId]!.layers.by[id]!;
      const path = [...layerPath(compositionId, id), 'timing'];
      return [patchOf([...path, 'order'], timing.order, timing.order.filter((one) => !ids.has(one))), ...[...ids].map((one) => patchOf([...path, 'by', one], timing.by[one], undefined))];
    }),
  };
}

/** Puts operators so many places on or back in their stacks; who has no such place stays. */
export function moveOperator(project: Project, compositionId: string, refs: readonly OperatorRef[], by: number): Draft | null {
  const moved = reachOperators(project, compositionId, refs).flatMap(({ layer, node, path }) => {
    const i = layer.timing.order.indexOf(node.id);
    if (i + by < 0 || i + by >= layer.timing.order.length) return [];
    const order = layer.timing.order.filter((id) => id !== node.id);
    order.splice(i + by, 0, node.id);
    return [{ layer, node, patch: patchOf([...path, 'order'], layer.timing.order, order) }];
  });
  if (moved.length === 0) return null;
  return { event: 'timing.order', label: `Move ${titleOf(moved[0]!.node.op)} ${by < 0 ? 'up' : 'down'} in ${nameOf(project, compositionId, moved.map(({ layer }) => layer.id))}`, patches: moved.map(({ patch }) => patch) };
}

function reachOperators(project: Project, compositionId: string, refs: readonly OperatorRef[]): readonly { readonly layer: Layer; readonly node: OperatorEntry; readonly path: readonly string[] }[] {
  return refs.flatMap((ref) => {
    const layer = reachLayer(project, compositionId, ref.layer);
    const node = layer && member(layer.timing.by, ref.operator);
    return layer && node ? [{ layer, node, path: [...layerPath(compositionId, layer.id), 'timing'] }] : [];
  });
}

function titleOf(op: string): string {
  return operatorOf(op)?.title ?? op;
}

/** Why a layer cannot have an operator, in a sentence, or null. */
export function whyNoOperator(layer: Layer, node: OperatorEntry): string | null {
  if (!operatorFits(node.op, node)) return 'That does not fit here.';
  const on = node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys');
  const [fault] = [...operatorFaults(node), ...(on === 'keys' ? faultsOnKeys(node) : [])];
  return fault ? `${fault.message.charAt(0).toUpperCase()}${fault.message.slice(1)}.` : null;
}
