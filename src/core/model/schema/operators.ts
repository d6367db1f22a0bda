import * as z from 'zod';
import { OPERATORS, type FieldValue, type Operator } from '../../timing';
import { operatorFaults } from '../operator-faults';
import { fieldSchema, type ownKeys } from './operator-field';
import { line, name, partId } from './parts';

const base = { id: partId, name: name.default(''), off: z.boolean().default(false), on: z.enum(['content', 'keys', 'both']).optional(), tracks: z.array(line).nullable().default(null) };

type Played = { [K in Operator['op']]: ReturnType<typeof played<Extract<Operator, { op: K }>>> }[Operator['op']];

/** A field's value in a file: keys are a list there. */
type FileValue<F> = F extends { readonly holds: 'keys' } ? z.output<typeof ownKeys> : FieldValue<F>;

function played<D extends Operator>(definition: D) {
  type Shape = { [K in keyof D['fields']]: D['fields'][K] extends { readonly start: unknown } ? z.ZodDefault<z.ZodType<FileValue<D['fields'][K]>>> : z.ZodType<FileValue<D['fields'][K]>> };
  const shape = Object.fromEntries(Object.entries(definition.fields).map(([field, one]) => [field, fieldSchema(one)])) as unknown as Shape;
  return z.strictObject({ op: z.literal(definition.op as D['op']), ...base, ...shape });
}

export const operator = z
  .discriminatedUnion('op', OPERATORS.map((definition) => played(definition as never)) as unknown as [Played, ...Played[]])
  .superRefine((node, context) => {
    for (const { field, message } of operatorFaults(node)) context.addIssue({ code: 'custom', path: [field], message });
  });
