import { defineCommand } from '../document/command';
import { addStop } from '../layers/inks';

export const stopsAdd = defineCommand({
  event: 'stops.add',
  title: 'Put a colour into a run of colours',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => addStop(project, args.composition, args.layer, newId()),
});
