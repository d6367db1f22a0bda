import { defineCommand } from '../document/command';
import { deleteStop } from '../layers/inks';

export const stopsDelete = defineCommand({
  event: 'stops.delete',
  title: 'Take a colour out of a run of colours',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, stop: s.id }),
  draft: (project, args) => deleteStop(project, args.composition, args.layer, args.stop),
});
