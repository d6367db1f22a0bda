import { defineCommand } from '../document/command';
import { driftOn } from '../poses/drift';

export const posesDrift = defineCommand({
  event: 'poses.drift',
  title: 'Let what arrived on keys drift on slowly, in the direction that it came; frames null until the bar ends, far in place of percent',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, frames: s.z.number().positive().nullable(), percent: s.z.number().default(10), far: s.z.number().nullable().default(null), place: s.z.boolean().default(false), ids: s.ids }),
  draft: (project, args, { newId }) => driftOn(project, args.composition, args.keys, { frames: args.frames, percent: args.percent ?? 10, far: args.far ?? null, place: args.place ?? false }, newId),
});
