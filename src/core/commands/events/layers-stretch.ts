import { defineCommand } from '../document/command';
import { stretchLayers } from '../bars/stretch';

export const layersStretch = defineCommand({
  event: 'layers.stretch',
  title: 'Stretch layers in time by one end of their bars',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, end: s.z.enum(['start', 'end']), by: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => stretchLayers(project, args.composition, args.layers, args.end, args.by, newId),
});
