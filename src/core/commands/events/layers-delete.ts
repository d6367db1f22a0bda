import { defineCommand } from '../command';
import { deleteLayers } from '../layers';

export const layersDelete = defineCommand({
  event: 'layers.delete',
  title: 'Delete layers',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers }),
  draft: (project, args) => deleteLayers(project, args.composition, args.layers),
});
