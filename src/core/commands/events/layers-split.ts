import { defineCommand } from '../document/command';
import { splitLayers } from '../bars/stretch';

export const layersSplit = defineCommand({
  event: 'layers.split',
  title: 'Cut layers in two at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => splitLayers(project, args.composition, args.layers, args.frame, newId),
});
