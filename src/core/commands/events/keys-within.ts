import { defineCommand } from '../document/command';
import { keepWithin } from '../keys/unfold-curve';

export const keysWithin = defineCommand({
  event: 'keys.within',
  title: 'Keep the motion after keys between the two values that it goes from and to',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => keepWithin(project, args.composition, args.keys),
});
