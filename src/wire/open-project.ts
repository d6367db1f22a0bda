import * as z from 'zod';

/** GET /api/projects/:id answers the project in memory form (the server has read it already) with the revision it stands at. */
export const openedProject = z.strictObject({ id: z.string(), revision: z.int(), project: z.unknown() });
export type OpenedProject = z.output<typeof openedProject>;
