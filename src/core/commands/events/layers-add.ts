import { defineCommand } from '../document/command';
import { addLayers, wholeBars } from '../layers/create';
import { UNNAMED } from '../document/unnamed';

export const layersAdd = defineCommand({
  event: 'layers.add',
  title: 'Add layers to a composition',
  args: (s) => s.z.strictObject({ composition: s.id, files: s.z.array(s.layerFile).min(1), above: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => addLayers(project, args.composition, wholeBars(project, args.composition, args.files).map((layer) => (layer.id === UNNAMED ? { ...layer, id: newId() } : layer)), args.above),
});
