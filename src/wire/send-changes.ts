import * as z from 'zod';
import { change } from './patch';

/** POST /api/projects/:id/changes: one gesture, made on the revision that the window had seen. */
export const sendChange = z.strictObject({ base: z.int().min(0), change });

const numbered = z.strictObject({ revision: z.int(), change });

/** What happened to it. `missed` are changes of others since `base`, to be taken in before it. */
export const changeAnswer = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('applied'), revision: z.int(), missed: z.array(numbered) }),
  z.strictObject({
    kind: z.literal('conflict'),
    revision: z.int(),
    missed: z.array(numbered),
    /** What could not be done, in words. */
    conflicts: z.array(z.string()),
  }),
]);
export type SendChange = z.output<typeof sendChange>;
export type ChangeAnswer = z.output<typeof changeAnswer>;

/** GET /api/projects/:id/changes?since=R */
export const changesSince = z.strictObject({ revision: z.int(), changes: z.array(numbered) });
export type ChangesSince = z.output<typeof changesSince>;
