import { defineCommand } from '../document/command';
import { closeGaps } from '../bars/bars';

export const layersGaps = defineCommand({
  event: 'layers.gaps',
  title: 'Close the gaps between the bars of layers',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers }),
  draft: (project, args) => closeGaps(project, args.composition, args.layers),
});
