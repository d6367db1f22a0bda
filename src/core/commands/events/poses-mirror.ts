import { defineCommand } from '../document/command';
import { mirrorPoses } from '../poses/mirror';

export const posesMirror = defineCommand({
  event: 'poses.mirror',
  title: 'Mirror poses at a frame, between partners or in place',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, swap: s.z.boolean().default(true), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => mirrorPoses(project, args.composition, args.layers, args.swap ?? true, { frame: args.frame, keying: args.keying, keepWas: args.keepWas ?? false, newId }),
});
