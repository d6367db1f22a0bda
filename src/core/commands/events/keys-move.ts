import { defineCommand } from '../document/command';
import { moveSoftly } from '../keys/arrange-keys';
import { moveKeys } from '../keys/keys';

export const keysMove = defineCommand({
  event: 'keys.move',
  title: 'Move keys in time, with a soft edge if asked for',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, by: s.frame, near: s.frame.optional(), soft: s.z.number().min(0).default(0) }),
  draft: (project, args) => ((args.soft ?? 0) > 0 ? moveSoftly(project, args.composition, args.keys, args.by, args.soft!) : moveKeys(project, args.composition, args.keys, args.by, args.near)),
});
