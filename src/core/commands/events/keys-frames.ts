import { defineCommand } from '../document/command';
import { legsIntoKeys } from '../keys/unfold-curve';

export const keysFrames = defineCommand({
  event: 'keys.frames',
  title: 'Turn the motion after keys into keys on whole frames, within a tolerance',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, tolerance: s.z.number().min(0).default(0.1), ids: s.ids }),
  draft: (project, args, { newId }) => legsIntoKeys(project, args.composition, args.keys, args.tolerance ?? 0.1, newId),
});
