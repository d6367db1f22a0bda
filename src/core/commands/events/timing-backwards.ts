import { defineCommand } from '../document/command';
import { backwardsBetween } from '../timing/parts';

export const timingBackwards = defineCommand({
  event: 'timing.backwards',
  title: 'Play a part of layers backwards',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame, to: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => backwardsBetween(project, args.composition, args.layers, args.from, args.to, newId),
});
