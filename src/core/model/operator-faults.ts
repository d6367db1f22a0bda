/** What is wrong with an operator that its single fields do not show. */
export type OperatorFault = { readonly field: string; readonly message: string };

type Node = { readonly op: string } & Readonly<Record<string, unknown>>;

/** Faults of one operator by itself. Numbers that are formulas of dials are judged when they are worked out. */
export function operatorFaults(node: Node): readonly OperatorFault[] {
  const { op, every, count, from, to } = node;
  const faults: OperatorFault[] = [];
  if (op === 'step' && typeof every === 'number' && every <= 0) faults.push({ field: 'every', message: 'it holds every picture for more than 0 frames' });
  if (op === 'pause' && typeof node['for'] === 'number' && node['for'] < 0) faults.push({ field: 'for', message: 'a pause lasts 0 frames or more' });
  if (op === 'loop' && typeof count === 'number' && count < 1) faults.push({ field: 'count', message: 'a loop plays at least once' });
  if ((op === 'loop' || op === 'reverse') && typeof from === 'number' && typeof to === 'number' && to <= from) faults.push({ field: 'to', message: `it must end after frame ${from}, where it begins` });
  return faults;
}

/** Faults of an operator on the layer that it stands on: keys have no source to end with. */
export function faultsOnKeys(node: Node): readonly OperatorFault[] {
  const faults: OperatorFault[] = [];
  if ((node.op === 'loop' || node.op === 'reverse') && (node['to'] ?? null) === null) faults.push({ field: 'to', message: `a ${node.op} on keys has no source to end with; it needs a \`to\`` });
  if (node.op === 'elastic') faults.push({ field: 'op', message: 'elastic works on content alone: keys have no length of their own' });
  return faults;
}
