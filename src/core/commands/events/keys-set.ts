import { defineCommand } from '../document/command';
import { setKeys } from '../keys/set-keys';

export const keysSet = defineCommand({
  event: 'keys.set',
  title: 'Change keys themselves: time, value, how they leave and arrive',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, fields: s.keyFields.default({}), each: s.z.array(s.keyFields).default([]), whole: s.z.boolean().default(false).describe('A pace is made so much more or less that the next key stands on a whole frame.') }),
  draft: (project, args) => setKeys(project, args.composition, args.keys, args.fields ?? {}, args.each ?? [], args.whole ?? false),
});
