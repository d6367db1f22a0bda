import { defineCommand } from '../document/command';
import { setParent } from '../layers/parent';

export const layersParent = defineCommand({
  event: 'layers.parent',
  title: 'Let layers follow another one, or nothing, staying where they are at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, parent: s.id.nullable(), frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => setParent(project, args.composition, args.layers, args.parent, { frame: args.frame, keying: false, newId }),
});
