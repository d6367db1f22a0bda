import * as z from 'zod';
import type { Operator } from './operators';
import { operatorOf, type OperatorNode } from './stack';

/** An operator with everything that is not given at its default; throws when a needed field is missing. */
export function newOperator(op: Operator['op'], id: string, fields: Readonly<Record<string, unknown>>): OperatorNode {
  const filled = z.object(operatorOf(op)!.shape as z.ZodRawShape).parse(fields);
  return { op, id, name: '', off: false, tracks: null, ...filled } as unknown as OperatorNode;
}

/** Whether the fields of an operator have the types that its definition asks for. */
export function operatorFits(op: string, fields: object): boolean {
  const definition = operatorOf(op);
  return definition === null || definition === undefined || z.object(definition.shape as z.ZodRawShape).safeParse(fields).success;
}
