import { defineCommand } from '../document/command';
import { PLAIN_FIELDS, setLayerField } from '../layers/layers';

export const layersSet = defineCommand({
  event: 'layers.set',
  title: 'Set a plain field of layers: name, visible, locked, solo, guide, blend, colour, note …',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, field: s.z.enum(PLAIN_FIELDS), value: s.z.unknown() }),
  draft: (project, args) => setLayerField(project, args.composition, args.layers, args.field, args.value),
});
