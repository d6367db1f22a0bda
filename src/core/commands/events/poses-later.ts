import { defineCommand } from '../document/command';
import { motionLater } from '../poses/motion-later';

export const posesLater = defineCommand({
  event: 'poses.later',
  title: 'Give layers the motion of another, so many frames later within its cycle',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, onto: s.layers, by: s.frame, mirror: s.z.boolean().default(false), ids: s.ids }),
  draft: (project, args, { newId }) => motionLater(project, args.composition, args.layer, args.onto, args.by, args.mirror ?? false, newId),
});
