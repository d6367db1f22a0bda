import { defineCommand } from '../command';
import { moveKeys } from '../keys';

export const keysMove = defineCommand({
  event: 'keys.move',
  title: 'Move keys in time',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, by: s.frame, near: s.frame.optional() }),
  draft: (project, args) => moveKeys(project, args.composition, args.keys, args.by, args.near),
});
