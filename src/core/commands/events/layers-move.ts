import { defineCommand } from '../document/command';
import { movePlaces } from '../poses/pose';

export const layersMove = defineCommand({
  event: 'layers.move',
  title: 'Move layers on the picture by pixels of the composition',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, by: s.point, ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => movePlaces(project, args.composition, args.layers, args.by, { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId }),
});
