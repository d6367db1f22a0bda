import { defineCommand } from '../document/command';
import { snapKeys } from '../keys/arrange-keys';

export const keysSnap = defineCommand({
  event: 'keys.snap',
  title: 'Put keys on the nearest whole frame or beat',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, to: s.z.enum(['frames', 'beats']) }),
  draft: (project, args) => snapKeys(project, args.composition, args.keys, args.to),
});
