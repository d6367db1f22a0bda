import { defineCommand } from '../document/command';
import { thinKeys } from '../keys/thin-keys';

export const keysThin = defineCommand({
  event: 'keys.thin',
  title: 'Take out the keys that motion can do without, within a tolerance',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, tolerance: s.z.number().min(0) }),
  draft: (project, args) => thinKeys(project, args.composition, args.keys, args.tolerance),
});
