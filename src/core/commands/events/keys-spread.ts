import { defineCommand } from '../document/command';
import { spreadKeys } from '../keys/arrange-keys';

export const keysSpread = defineCommand({
  event: 'keys.spread',
  title: 'Spread or gather keys about a frame, handles with them',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, factor: s.z.number().positive(), around: s.frame, ripple: s.z.boolean().default(false) }),
  draft: (project, args) => spreadKeys(project, args.composition, args.keys, args.factor, args.around, args.ripple ?? false),
});
