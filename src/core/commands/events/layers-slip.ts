import { defineCommand } from '../document/command';
import { slipContent } from '../bars/bars';

export const layersSlip = defineCommand({
  event: 'layers.slip',
  title: 'Slide what layers show under their bars; bars, keys and markers stay',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, by: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => slipContent(project, args.composition, args.layers, args.by, newId),
});
