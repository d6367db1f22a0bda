import * as z from 'zod';

/** A number of an operator, or a formula of dials that gives it once, as text. Needed unless a default is given. */
export function numberField<D extends number | undefined = undefined>(start?: D) {
  const field = z.union([z.number(), z.string().min(1).max(2000)]);
  return (start === undefined ? field : field.default(start as number)) as D extends number
    ? z.ZodDefault<typeof field>
    : typeof field;
}

/** The same, where nothing (null) has a meaning of its own: the end of the source, without end. */
export function numberOrNull() {
  return z.union([z.number(), z.string().min(1).max(2000)]).nullable().default(null);
}
