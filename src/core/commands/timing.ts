import { faultsOnKeys, hasContentTime, member, operatorFaults, type Composition, type Layer, type OperatorEntry, type Project } from '../model';
import { timingOf } from '../scene';
import { framesPerSecond, hull, type Frames } from '../time';
import { newOperator, operatorFits, OPERATORS, operatorOf, type Birth } from '../timing';
import type { Draft } from './change';
import { layerPath } from './paths';
import { patchOf } from './patch';
import { rescaled } from './rescale';
import { reachLayer } from './target';

/** Why an edit of a timing was refused, in words. */
export type Refused = { readonly refused: string };

/** Sets fields of one operator on a layer's timing; refused when the document could not hold the result. */
export function setOperator(project: Project, compositionId: string, layerId: string, operatorId: string, fields: Readonly<Record<string, unknown>>): Draft | Refused | null {
  const layer = reachLayer(project, compositionId, layerId);
  const node = layer && member(layer.timing.by, operatorId);
  if (!layer || !node) return null;
  const changed = Object.entries(fields).filter(([field, value]) => (node as Record<string, unknown>)[field] !== value);
  if (changed.length === 0) return null;
  if (changed.some(([field]) => field !== 'on' && !(field in node))) return { refused: 'That does not fit here.' };
  const why = whyNot(layer, { ...node, ...fields } as OperatorEntry);
  if (why !== null) return { refused: why };
  const title = operatorOf(node.op)?.title ?? node.op;
  const path = [...layerPath(compositionId, layerId), 'timing', 'by', operatorId];
  return {
    event: 'timing.set',
    label: `Change ${title} of ${layer.name}`,
    patches: changed.map(([field, value]) => patchOf([...path, field], (node as Record<string, unknown>)[field], value)),
  };
}

/** Adds an operator at the end of a layer's stack, as it is born at the host's frame that is looked at. */
export function addOperator(project: Project, compositionId: string, layerId: string, op: (typeof OPERATORS)[number]['op'], id: string, frame: Frames): Draft | Refused | null {
  const layer = reachLayer(project, compositionId, layerId);
  const host = member(project.compositions.by, compositionId);
  if (!layer || !host) return null;
  const node = newOperator(op, id, operatorOf(op)!.born(birthAt(project, host, layer, frame)) as Readonly<Record<string, unknown>>) as unknown as OperatorEntry;
  const why = whyNot(layer, node);
  if (why !== null) return { refused: why };
  const path = [...layerPath(compositionId, layerId), 'timing'];
  return {
    event: 'timing.add',
    label: `Add ${operatorOf(op)?.title ?? op} to ${layer.name}`,
    patches: [
      patchOf([...path, 'by', id], undefined, node),
      patchOf([...path, 'order'], layer.timing.order, [...layer.timing.order, id]),
    ],
  };
}

/** What an operator finds at the end of a layer's stack: the time that comes in to it at a frame, and how long its source is. */
export function birthAt(project: Project, host: Composition, layer: Layer, frame: Frames): Birth {
  const { stack, source } = timingOf(project, host, layer);
  const second = framesPerSecond(source ? source.rate : host.rate);
  const at = rescaled((source ? stack.content : stack.keys).at(frame), 1);
  return source
    ? { D: source.D, length: source.D, at: Math.min(source.D - 1, Math.max(0, at)), second: Math.round(second) }
    : { D: null, length: Math.max(1, stack.keys.at(hull(layer.spans)?.[1] ?? host.duration)), at, second: Math.round(second) };
}

export function deleteOperator(project: Project, compositionId: string, layerId: string, operatorId: string): Draft | null {
  const layer = reachLayer(project, compositionId, layerId);
  const node = layer && member(layer.timing.by, operatorId);
  if (!layer || !node) return null;
  const path = [...layerPath(compositionId, layerId), 'timing'];
  return {
    event: 'timing.delete',
    label: `Take ${operatorOf(node.op)?.title ?? node.op} off ${layer.name}`,
    patches: [
      patchOf([...path, 'order'], layer.timing.order, layer.timing.order.filter((id) => id !== operatorId)),
      patchOf([...path, 'by', operatorId], node, undefined),
    ],
  };
}

function whyNot(layer: Layer, node: OperatorEntry): string | null {
  if (!operatorFits(node.op, node)) return 'That does not fit here.';
  const on = node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys');
  const [fault] = [...operatorFaults(node), ...(on === 'keys' ? faultsOnKeys(node) : [])];
  return fault ? `${fault.message.charAt(0).toUpperCase()}${fault.message.slice(1)}.` : null;
}

/** Puts an operator before or after its neighbour in the stack. */
export function moveOperator(project: Project, compositionId: string, layerId: string, operatorId: string, by: 1 | -1): Draft | null {
  const layer = reachLayer(project, compositionId, layerId);
  const i = layer?.timing.order.indexOf(operatorId) ?? -1;
  if (!layer || i < 0 || i + by < 0 || i + by >= layer.timing.order.length) return null;
  const order = layer.timing.order.filter((id) => id !== operatorId);
  order.splice(i + by, 0, operatorId);
  const title = operatorOf(layer.timing.by[operatorId]!.op)?.title ?? 'timing';
  return { event: 'timing.order', label: `Move ${title} ${by < 0 ? 'up' : 'down'} in ${layer.name}`, patches: [patchOf([...layerPath(compositionId, layerId), 'timing', 'order'], layer.timing.order, order)] };
}
