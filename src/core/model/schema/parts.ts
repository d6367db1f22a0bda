import * as z from 'zod';

/** Names that plain objects answer to by themselves; as ids they would be found where nothing is. */
const TAKEN = new Set(['__proto__', 'constructor', 'prototype', 'toString', 'valueOf', 'hasOwnProperty']);

/** An id: one line of 1 to 120 characters. */
export const id = z
  .string()
  .min(1)
  .max(120)
  .regex(/^[^\p{Cc}]+$/u, 'an id is one line of plain characters')
  .refine((text) => !TAKEN.has(text), 'this word cannot be an id');

/** Ids of keys, operators and other parts may be left out; reading gives `k1`, `k2` … */
export const partId = id.optional();

/** Signs that no eye sees and some stores cannot hold: NUL and its kin. */
const UNSEEN = /\p{Cc}/u;

/** Words on one line. */
export const line = z.string().max(400).refine((text) => !UNSEEN.test(text), 'it holds a control character, which nobody can see; take it out');

/** Words on several lines: line ends and tabs may stand in them. */
export const words = z.string().max(20_000).refine((text) => !UNSEEN.test(text.replace(/[\n\r\t]/g, '')), 'it holds a control character, which nobody can see; take it out');

export const name = line;
export const note = words.default('');

/** A time in frames; may be fractional. */
export const at = z.number();

/** Half-open `[from, to)`. */
export const span = z.tuple([z.number(), z.number()]).refine(([from, to]) => to > from, 'a span ends after it begins');

/** One of our eight inks, or none. */
export const ink = z.int().min(0).max(7).nullable().default(null);

export const rate = z.tuple([z.int(), z.int()]).refine(([num, den]) => num > 0 && den > 0, 'a rate is two whole numbers over 0, as in [30, 1]');

export const marker = z.strictObject({
  id: partId,
  at,
  name: name.default(''),
  length: z.number().min(0).default(0),
  note,
  colour: ink,
  fires: z.boolean().default(true),
});
