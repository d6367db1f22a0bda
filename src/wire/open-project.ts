import * as z from 'zod';

/** GET /api/projects/:id answers the project in file form with the revision it stands at. */
export const openedProject = z.strictObject({ id: z.string(), revision: z.int(), file: z.unknown() });
export type OpenedProject = z.output<typeof openedProject>;
