import { defineCommand } from '../document/command';
import { bakeLayers } from '../timing/bake-layers';

export const layersBake = defineCommand({
  event: 'layers.bake',
  title: 'Bake the timing of layers into keys',
  args: (s) => s.z.strictObject({
    composition: s.id, layers: s.layers, on: s.z.enum(['content', 'keys', 'both']).default('both').describe('What nests show, the layers’ own keys, or both.'),
    deep: s.z.boolean().default(true).describe('Nests inside are baked in turn.'), whole: s.z.boolean().default(false).describe('Keys stand on whole frames.'),
    tolerance: s.z.number().positive().default(0.01).describe('How far fitted curves may miss, in the unit of the track.'), ids: s.ids,
  }),
  draft: (project, args, { newId }) => bakeLayers(project, args.composition, args.layers, { on: args.on ?? 'both', deep: args.deep ?? true, whole: args.whole ?? false, tolerance: args.tolerance ?? 0.01 }, newId),
});
