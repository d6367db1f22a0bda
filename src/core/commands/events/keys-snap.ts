import { defineCommand } from '../document/command';
import { snapKeys } from '../keys/arrange-keys';

export const keysSnap = defineCommand({
  event: 'keys.snap',
  title: 'Put keys on the nearest whole frame or beat',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, to: s.z.enum(['frames', 'beats']), exact: s.z.boolean().default(false).describe('Whether a beat between two frames is met there.') }),
  draft: (project, args) => snapKeys(project, args.composition, args.keys, args.to, args.exact ?? false),
});
