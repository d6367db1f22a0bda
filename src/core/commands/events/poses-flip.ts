import { defineCommand } from '../document/command';
import { flipLayers } from '../poses/flip';

export const posesFlip = defineCommand({
  event: 'poses.flip',
  title: 'Turn layers over about their pivots, across or down',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, axis: s.z.enum(['across', 'down']), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => flipLayers(project, args.composition, args.layers, args.axis, { frame: args.frame, keying: args.keying, keepWas: args.keepWas ?? false, newId }),
});
