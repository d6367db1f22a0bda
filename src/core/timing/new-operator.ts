import { fits, type OperatorFields } from './field';
import type { Operator } from './operators';
import { operatorOf, type OperatorNode } from './stack';

/** An operator with everything that is not given at its start; throws when a needed field is missing or one does not fit. */
export function newOperator(op: Operator['op'], id: string, given: Readonly<Record<string, unknown>>): OperatorNode {
  const fields = operatorOf(op)!.fields as OperatorFields;
  const filled = Object.fromEntries(Object.entries(fields).map(([name, field]) => {
    const value = given[name] ?? (field.holds === 'keys' ? {} : field.start);
    if (value === undefined || !fits(field, value)) throw new Error(`${field.label} of ${op} cannot be ${JSON.stringify(value)}`);
    return [name, value];
  }));
  return { op, id, name: '', off: false, tracks: null, ...filled } as unknown as OperatorNode;
}

/** Whether the fields of an operator have the types that its definition asks for. */
export function operatorFits(op: string, node: object): boolean {
  const definition = operatorOf(op);
  return !definition || Object.entries(definition.fields as OperatorFields).every(([name, field]) => fits(field, (node as Readonly<Record<string, unknown>>)[name]));
}
