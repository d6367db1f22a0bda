import * as z from 'zod';
import { LABEL_LENGTH } from '../core/commands';

/** No text of a document is longer than this, a formula least of all. */
const LONGEST = 1_000_000;

/** What a patch may hold: anything in which no text is endless. */
const held = z.unknown().refine(isShort, `a text of more than ${LONGEST.toLocaleString('en')} letters has no place in a document`);

function isShort(value: unknown): boolean {
  if (typeof value === 'string') return value.length <= LONGEST;
  if (value === null || typeof value !== 'object') return true;
  for (const [key, inner] of Object.entries(value)) if (key.length > LONGEST || !isShort(inner)) return false;
  return true;
}

/** A change as it travels: made by the browser, checked by the server, applied once. */
export const patch = z.strictObject({
  path: z.array(z.string().min(1).max(200)).min(1).max(24),
  from: held.optional(),
  to: held.optional(),
});

/** A change of more patches is no gesture of anybody. */
const MOST_PATCHES = 100_000;

export const change = z.strictObject({
  id: z.string().min(8).max(80).regex(/^[A-Za-z0-9-]+$/),
  version: z.int().min(1).default(1),
  event: z.string().regex(/^[a-z]+\.[a-z]+$/),
  label: z.string().min(1).max(LABEL_LENGTH).regex(/^[^\p{Cc}]+$/u, 'a label holds no control characters'),
  patches: z.array(patch).min(1).max(MOST_PATCHES),
});
