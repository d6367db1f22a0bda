import { defineCommand } from '../document/command';
import { shapeKeys } from '../keys/key-shape';

export const keysShape = defineCommand({
  event: 'keys.shape',
  title: 'Go straight or smoothly through keys, or hold them until the next',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, shape: s.z.enum(['straight', 'smooth', 'held']) }),
  draft: (project, args) => shapeKeys(project, args.composition, args.keys, args.shape),
});
