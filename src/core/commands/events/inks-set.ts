import { defineCommand } from '../document/command';
import { setInk } from '../layers/inks';

export const inksSet = defineCommand({
  event: 'inks.set',
  title: 'Set plain fields of fills or strokes',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, part: s.z.enum(['fill', 'stroke']), fields: s.z.record(s.z.string(), s.z.unknown()) }),
  draft: (project, args) => setInk(project, args.composition, args.layers, args.part, args.fields),
});
