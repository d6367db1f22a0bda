import { defineCommand } from '../document/command';
import { setKeys } from '../keys/set-keys';

export const keysSet = defineCommand({
  event: 'keys.set',
  title: 'Change keys themselves: time, value, how they leave and arrive',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, fields: s.keyFields.default({}), each: s.z.array(s.keyFields).default([]) }),
  draft: (project, args) => setKeys(project, args.composition, args.keys, args.fields ?? {}, args.each ?? []),
});
