import { defineCommand } from '../document/command';
import { stepLayers } from '../layers/create';

export const layersStep = defineCommand({
  event: 'layers.step',
  title: 'Move layers a step, or all the way, up or down in the list',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, to: s.z.enum(['up', 'down', 'top', 'bottom']) }),
  draft: (project, args) => stepLayers(project, args.composition, args.layers, args.to),
});
