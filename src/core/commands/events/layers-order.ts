import { defineCommand } from '../document/command';
import { reorderLayers } from '../layers/create';

export const layersOrder = defineCommand({
  event: 'layers.order',
  title: 'Move layers in the list, before the one named or to the end',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, before: s.id.nullable().default(null) }),
  draft: (project, args) => reorderLayers(project, args.composition, args.layers, args.before),
});
