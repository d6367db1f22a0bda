import * as z from 'zod';

/** A change as it travels: made by the browser, checked by the server, applied once. */
export const patch = z.strictObject({
  path: z.array(z.string().min(1).max(200)).min(1).max(24),
  from: z.unknown().optional(),
  to: z.unknown().optional(),
});

export const change = z.strictObject({
  id: z.string().min(8).max(80).regex(/^[A-Za-z0-9-]+$/),
  event: z.string().regex(/^[a-z]+\.[a-z]+$/),
  label: z.string().min(1).max(300),
  patches: z.array(patch).min(1).max(100_000),
});
