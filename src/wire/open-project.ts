import * as z from 'zod';

/** GET /api/projects/:id answers the project in memory form (the server has read it already) with the revision it stands at, and what of its files was made good. */
export const openedProject = z.strictObject({ id: z.string(), revision: z.int(), project: z.unknown(), repaired: z.string().optional() });
export type OpenedProject = z.output<typeof openedProject>;
