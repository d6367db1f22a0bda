import { defineCommand } from '../document/command';
import { alignKeys } from '../keys/arrange-keys';

export const keysAlign = defineCommand({
  event: 'keys.align',
  title: 'Put the first or last of the chosen keys of each track at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, at: s.frame, edge: s.z.enum(['first', 'last']) }),
  draft: (project, args) => alignKeys(project, args.composition, args.keys, args.at, args.edge),
});
