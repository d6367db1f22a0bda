import { defineCommand } from '../document/command';
import { reverseKeys } from '../keys/reverse-keys';

export const keysReverse = defineCommand({
  event: 'keys.reverse',
  title: 'Turn the motion through keys round in time',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => reverseKeys(project, args.composition, args.keys),
});
