import { defineCommand } from '../document/command';
import { type Placed, placeLayers } from '../poses/pose';

export const layersPlace = defineCommand({
  event: 'layers.place',
  title: 'Give layers matrices in their composition at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, placed: s.z.array(s.z.strictObject({ layer: s.id, world: s.z.tuple([s.z.number(), s.z.number(), s.z.number(), s.z.number(), s.z.number(), s.z.number()]), pivot: s.point.optional(), turned: s.z.number().optional() })).min(1), verb: s.text.default('Place'), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => placeLayers(project, args.composition, args.placed as readonly Placed[], { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId }, args.verb),
});
