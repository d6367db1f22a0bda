import * as z from 'zod';
import { LONGEST_FORMULA, LONGEST_KEPT, type OperatorField } from '../../timing';
import { keyCurve, leftHandle, refuseTwins, rightHandle } from './channel';
import { at, partId } from './parts';

/** A number of an operator, or a formula of dials that gives it once, as text. */
export const formulaOrNumber = z.union([z.number(), z.string().min(1).max(LONGEST_FORMULA)]);

const moment = z.strictObject({ marker: z.string().min(1).max(120), end: z.boolean().default(false), plus: z.number().default(0), was: z.number() });

/** A time of the source, or the moment of a marker. */
export const time = z.union([z.number(), moment]);

/** What shows between a move and the next. */
const rest = z.strictObject({ kind: z.enum(['still', 'loop', 'swing']).default('still'), from: time.nullable().default(null), to: time.nullable().default(null), finish: z.boolean().default(false) });
/** A move from one pose of the source to another. */
const move = z.union([z.tuple([time, time]), z.strictObject({ from: time, to: time, rest: rest.nullable().default(null) })]);

/** Keys of an operator's own, as a file lists them. */
export const ownKeys = z
  .array(z.strictObject({ id: partId, at, to: time, arrives: z.number().nullish(), curve: keyCurve.nullish(), right: rightHandle.optional(), left: leftHandle.optional(), joined: z.boolean().default(false) }))
  .superRefine(refuseTwins);

/** The schema of an operator's field, as its definition describes it. */
export function fieldSchema(field: OperatorField): z.ZodType {
  const schema = holds(field);
  const open = (field.holds === 'number' || field.holds === 'time') && field.start === null ? schema.nullable() : schema;
  return field.start === undefined ? open : open.default(field.start as never);
}

function holds(field: OperatorField): z.ZodType {
  switch (field.holds) {
    case 'number': return formulaOrNumber;
    case 'time': return z.union([formulaOrNumber, moment]);
    case 'formula': return z.string().max(LONGEST_KEPT);
    case 'choice': return z.enum(field.choices as [string, ...string[]]);
    case 'cuts': return z.array(z.tuple([z.number(), z.number().positive()]));
    case 'keys': return ownKeys;
    case 'list': return z.array(z.number());
    case 'blend': return z.union([z.number().min(0), z.array(z.tuple([z.number().min(0), z.number().min(0)]))]);
    case 'moves': return z.array(move);
    case 'pins': return z.array(z.tuple([z.number(), time]));
  }
}
