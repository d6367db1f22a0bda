import * as z from 'zod';
import { change } from './patch';
import { pageVersion } from './page-version';
import { PART_LENGTH } from './part-length';

const base = z.int().min(0);

/** POST /api/projects/:id/changes: one gesture, made on the revision that the window had seen, whole or a piece of it. */
export const sendChange = z.union([
  z.strictObject({ page: pageVersion, base, change }),
  z.strictObject({
    page: pageVersion,
    base,
    part: z.strictObject({ id: change.shape.id, index: z.int().min(0).max(10_000), of: z.int().min(1).max(10_000), text: z.string().max(PART_LENGTH) }),
  }),
]);

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
  /** Not done yet: more was missed than one answer holds. Who has taken this in sends it again. */
  z.strictObject({ kind: z.literal('behind'), missed: z.array(numbered) }),
  /** A piece arrived; this one is wanted next. */
  z.strictObject({ kind: z.literal('more'), next: z.int() }),
]);
export type SendChange = z.output<typeof sendChange>;
export type ChangeAnswer = z.output<typeof changeAnswer>;

/** GET /api/projects/:id/changes?since=R&page=V */
export const changesSince = z.strictObject({ revision: z.int(), changes: z.array(numbered), /** There are later ones: they are asked for from `revision` on. */ more: z.boolean() });
export type ChangesSince = z.output<typeof changesSince>;
