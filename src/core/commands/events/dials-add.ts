import { defineCommand } from '../document/command';
import { addDial, DIAL_TYPES, type DialFields } from '../formulas/dials';

export const dialsAdd = defineCommand({
  event: 'dials.add',
  title: 'Add a dial to a layer of dials: number, angle, point, colour, switch, choice or text',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, type: s.z.enum(DIAL_TYPES).default('number'), fields: s.dialFields.default({}), ids: s.ids }),
  draft: (project, args, { newId }) => addDial(project, args.composition, args.layer, args.type ?? 'number', (args.fields ?? {}) as DialFields, newId),
});
