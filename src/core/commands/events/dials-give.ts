import { defineCommand } from '../document/command';
import { giveDial } from '../formulas/dials';

export const dialsGive = defineCommand({
  event: 'dials.give',
  title: 'Give a public dial of what nests show a value of their own (null: what it is inside)',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, dial: s.text, value: s.z.unknown() }),
  draft: (project, args) => giveDial(project, args.composition, args.layers, args.dial, args.value),
});
