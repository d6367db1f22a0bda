import { defineCommand } from '../document/command';
import { deleteKeys } from '../keys/keys';

export const keysDelete = defineCommand({
  event: 'keys.delete',
  title: 'Delete keys',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => deleteKeys(project, args.composition, args.keys),
});
