import { boxesOf } from '../boxes';
import { defineCommand } from '../command';
import { nestLayers } from '../nest';

export const layersNest = defineCommand({
  event: 'layers.nest',
  title: 'Nest layers in a composition of their own, or their pictures alone',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, name: s.text, inside: s.z.enum(['all', 'picture']).default('all'), length: s.z.enum(['whole', 'bars']).default('whole'), frame: s.frame.default(0), boxes: s.z.record(s.z.string(), s.box.nullable()).optional(), ids: s.ids }),
  draft: (project, args, { newId }) => nestLayers(project, args.composition, args.layers, { name: args.name, inside: args.inside, length: args.length, frame: args.frame, bounds: boxesOf(project, args.composition, args.frame, args.boxes), newId }),
});
