import { defineCommand } from '../document/command';
import { trimLayersTo } from '../layers/layers';

export const layersTrim = defineCommand({
  event: 'layers.trim',
  title: 'Trim bars to begin or end at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, end: s.z.enum(['start', 'end']), at: s.frame }),
  draft: (project, args) => trimLayersTo(project, args.composition, args.layers, args.end, args.at),
});
