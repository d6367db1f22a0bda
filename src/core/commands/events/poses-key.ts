import { defineCommand } from '../document/command';
import { keyPoses } from '../poses/poses';

export const posesKey = defineCommand({
  event: 'poses.key',
  title: 'Key poses and whatever has keys, as they are seen at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => keyPoses(project, args.composition, args.layers, { frame: args.frame, newId }),
});
