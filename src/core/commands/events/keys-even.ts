import { defineCommand } from '../document/command';
import { evenKeys } from '../keys/arrange-keys';

export const keysEven = defineCommand({
  event: 'keys.even',
  title: 'Put keys at even distances between the first and the last',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => evenKeys(project, args.composition, args.keys),
});
