import * as z from 'zod';

/** GET /api/projects */
export const projectListing = z.strictObject({
  id: z.string(),
  name: z.string(),
  revision: z.int(),
  /** ISO time of the last change. */
  changedAt: z.string(),
  /** Size, rate and length of the main composition, for the line under the name. */
  main: z.strictObject({ id: z.string(), width: z.int(), height: z.int(), rate: z.tuple([z.int(), z.int()]), duration: z.int() }).nullable(),
  compositions: z.int(),
});

export const listProjects = z.strictObject({ projects: z.array(projectListing) });
export type ListProjects = z.output<typeof listProjects>;
