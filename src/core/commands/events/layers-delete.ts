import { defineCommand } from '../document/command';
import { deleteLayers } from '../layers/layers';

export const layersDelete = defineCommand({
  event: 'layers.delete',
  title: 'Delete layers; their followers stay where they stand',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => deleteLayers(project, args.composition, args.layers, newId),
});
