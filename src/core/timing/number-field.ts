import * as z from 'zod';

/** A number of an operator, or a formula of dials that gives it once, as text. Needed unless a default is given. */
export function numberField<D extends number | undefined = undefined>(start?: D) {
  const field = z.union([z.number(), z.string().min(1).max(2000)]);
  return (start === undefined ? field : field.default(start as number)) as D extends number
    ? z.ZodDefault<typeof field>
    : typeof field;
}

/**
 * A time of the operator's source: a number, a formula of dials, or a moment, which is the time of a marker (of its end,
 * so many frames on); `was` counts when the marker is gone.
 */
const moment = z.strictObject({ marker: z.string().min(1).max(120), end: z.boolean().default(false), plus: z.number().default(0), was: z.number() });
export const time = z.union([z.number(), moment]);

/** A time of the source as an operator's field. Needed unless a default is given. */
export function timeField<D extends number | undefined = undefined>(start?: D) {
  const field = z.union([z.number(), z.string().min(1).max(2000), moment]);
  return (start === undefined ? field : field.default(start as number)) as D extends number ? z.ZodDefault<typeof field> : typeof field;
}

/** The same, where null is the end of the source. */
export function timeOrNull() {
  return z.union([z.number(), z.string().min(1).max(2000), moment]).nullable().default(null);
}

/** The same, where nothing (null) has a meaning of its own: the end of the source, without end. */
export function numberOrNull() {
  return z.union([z.number(), z.string().min(1).max(2000)]).nullable().default(null);
}
