import { defineCommand } from '../document/command';
import { setDial, type DialFields } from '../formulas/dials';

export const dialsSet = defineCommand({
  event: 'dials.set',
  title: 'Change what a dial is: name, type, unit, range, step, choices, public',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, dial: s.id, fields: s.dialFields }),
  draft: (project, args) => setDial(project, args.composition, args.layer, args.dial, args.fields as DialFields),
});
