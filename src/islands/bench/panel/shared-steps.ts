import { inOrder, type Layer, type OperatorEntry } from '../../../core/model';
import type { OperatorRef } from '../../../core/commands';

/** A step of the timing of several layers: the n-th of its kind on each that has so many. */
export type SharedStep = {
  readonly node: OperatorEntry;
  readonly refs: readonly OperatorRef[];
  readonly nodes: readonly OperatorEntry[];
  /** Whether all of the layers have it. */
  readonly all: boolean;
};

/** The steps of layers' timings: those that all share in the order of the first layer, then those that only some have. */
export function sharedSteps(layers: readonly Layer[]): readonly SharedStep[] {
  const byName = new Map<string, { refs: OperatorRef[]; nodes: OperatorEntry[] }>();
  for (const layer of layers) {
    const counts = new Map<string, number>();
    for (const node of inOrder(layer.timing) as readonly OperatorEntry[]) {
      const n = (counts.get(node.op) ?? 0) + 1;
      counts.set(node.op, n);
      const name = `${node.op} ${n}`;
      const one = byName.get(name) ?? { refs: [], nodes: [] };
      one.refs.push({ layer: layer.id, operator: node.id });
      one.nodes.push(node);
      byName.set(name, one);
    }
  }
  const steps = [...byName.values()].map(({ refs, nodes }): SharedStep => ({ node: nodes[0]!, refs, nodes, all: refs.length === layers.length }));
  return [...steps.filter((step) => step.all), ...steps.filter((step) => !step.all)];
}

/** The value of a field that all nodes agree on, or undefined. */
export function agreed(nodes: readonly OperatorEntry[], field: string): unknown {
  const values = nodes.map((node) => (node as Readonly<Record<string, unknown>>)[field]);
  return values.every((value) => JSON.stringify(value) === JSON.stringify(values[0])) ? values[0] : undefined;
}
