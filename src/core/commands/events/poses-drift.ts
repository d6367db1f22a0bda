import { defineCommand } from '../document/command';
import { driftOn } from '../poses/drift';

export const posesDrift = defineCommand({
  event: 'poses.drift',
  title: 'Let what arrived on keys drift on slowly, in the direction that it came',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, frames: s.z.number().positive(), percent: s.z.number().default(10), ids: s.ids }),
  draft: (project, args, { newId }) => driftOn(project, args.composition, args.keys, args.frames, args.percent ?? 10, newId),
});
