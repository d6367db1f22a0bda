import { operatorOf, type OperatorFault } from '../timing';

type Node = { readonly op: string } & Readonly<Record<string, unknown>>;

/** Faults of one operator by itself, as its definition finds them. */
export function operatorFaults(node: Node): readonly OperatorFault[] {
  return operatorOf(node.op)?.faults?.(node as never) ?? [];
}

/** Faults of an operator on the layer that it stands on: keys have no source to end with. */
export function faultsOnKeys(node: Node): readonly OperatorFault[] {
  return operatorOf(node.op)?.faultsOnKeys?.(node as never) ?? [];
}
