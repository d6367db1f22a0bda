import { formulaNumbers, operatorOf, type OperatorFields, type OperatorNode } from '../../timing';

/** A formula in an operator: the field that it stands in, and whether it gives a time that runs on or one number. */
export type OperatorFormula = { readonly field: string; readonly text: string; readonly is: 'time' | 'number' };

/** The formulas of an operator, on or off. */
export function operatorFormulas(node: OperatorNode): readonly OperatorFormula[] {
  const values = node as unknown as Readonly<Record<string, unknown>>;
  const times = Object.entries((operatorOf(node.op)?.fields ?? {}) as OperatorFields).filter(([, { holds }]) => holds === 'formula');
  return [
    ...times.map(([field]): OperatorFormula => ({ field, text: String(values[field]), is: 'time' })),
    ...Object.entries(formulaNumbers(node)).map(([field, text]): OperatorFormula => ({ field, text, is: 'number' })),
  ];
}
