import * as z from 'zod';

/** POST /api/projects */
export const newProjectRequest = z.strictObject({
  name: z.string().trim().min(1).max(400).regex(/^[^\p{Cc}]+$/u, 'a name is one line of characters that can be seen'),
  width: z.int().min(1).max(8192),
  height: z.int().min(1).max(8192),
  rate: z.tuple([z.int().min(1), z.int().min(1)]),
  duration: z.int().min(1).max(10_000_000),
});

/** A project that was made: new, brought in or duplicated. `missing` names media that did not come along. */
export const madeProject = z.strictObject({ id: z.string(), name: z.string(), missing: z.array(z.string()) });
export type MadeProject = z.output<typeof madeProject>;

/** POST /api/projects/:id/salvage: a project made of what could be read of another; `lost` says what could not. */
export const salvagedProject = z.strictObject({ id: z.string(), name: z.string(), lost: z.string() });
export type SalvagedProject = z.output<typeof salvagedProject>;

/** DELETE /api/projects/:id and POST /api/projects/:id/restore */
export const namedProject = z.strictObject({ id: z.string() });

/** POST /api/media */
export const keptMedia = z.strictObject({ hash: z.string(), mime: z.string(), bytes: z.int() });
export type KeptMedia = z.output<typeof keptMedia>;

/** GET /api/projects/:id/missing: ids of assets without their files. */
export const missingMedia = z.strictObject({ missing: z.array(z.string()) });
export type MissingMedia = z.output<typeof missingMedia>;
