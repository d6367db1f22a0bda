import { faultsOnKeys, hasContentTime, member, operatorFaults, type Layer, type OperatorEntry, type Project } from '../model';
import { newOperator, operatorFits, OPERATORS, operatorOf } from '../timing';
import type { Draft } from './change';
import { layerPath } from './paths';
import { patchOf } from './patch';
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

/** What a new operator starts with, so that adding it changes as little as can be. */
const STARTS: Readonly<Record<string, (D: number) => object>> = {
  loop: (D) => ({ from: 0, to: D }),
  reverse: (D) => ({ from: 0, to: D }),
  speed: () => ({ rate: 1 }),
  delay: () => ({ by: 0 }),
  pause: () => ({ at: 0, for: 0 }),
  step: () => ({ every: 2 }),
  freeze: () => ({ at: 0 }),
};

/** Adds an operator at the end of a layer's stack. `length` is what a loop or a reverse should cover. */
export function addOperator(project: Project, compositionId: string, layerId: string, op: (typeof OPERATORS)[number]['op'], id: string, length: number): Draft | Refused | null {
  const layer = reachLayer(project, compositionId, layerId);
  if (!layer) return null;
  const node = newOperator(op, id, STARTS[op]!(length) as Readonly<Record<string, unknown>>) as unknown as OperatorEntry;
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
