import { defineCommand } from '../document/command';
import { carryOutOfNest } from '../formulas/out-of-nest';
import { unnestLayer } from '../nests/unnest';

export const layersUnnest = defineCommand({
  event: 'layers.unnest',
  title: 'Take a nest apart',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, ids: s.ids }),
  draft(project, args, { newId }) {
    const made = unnestLayer(project, args.composition, args.layer, newId);
    return made && !('refused' in made) ? carryOutOfNest(project, args.composition, args.layer, made) : made;
  },
});
