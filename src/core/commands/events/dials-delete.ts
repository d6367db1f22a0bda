import { defineCommand } from '../document/command';
import { deleteDials } from '../formulas/dials';

export const dialsDelete = defineCommand({
  event: 'dials.delete',
  title: 'Take dials away',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, dials: s.z.array(s.id).min(1) }),
  draft: (project, args) => deleteDials(project, args.composition, args.layer, args.dials),
});
