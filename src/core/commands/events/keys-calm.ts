import { defineCommand } from '../document/command';
import { calmKeys } from '../keys/calm-keys';

export const keysCalm = defineCommand({
  event: 'keys.calm',
  title: 'Smooth out a run of keys',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, share: s.z.number().min(0).max(1).default(0.5) }),
  draft: (project, args) => calmKeys(project, args.composition, args.keys, args.share ?? 0.5),
});
