import { duplicateLayers } from '../layers/clip';
import { defineCommand } from '../document/command';

export const layersDuplicate = defineCommand({
  event: 'layers.duplicate',
  title: 'Duplicate layers just above themselves',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => duplicateLayers(project, args.composition, args.layers, newId),
});
