import { defineCommand } from '../command';
import { setOperator } from '../timing';

export const timingSet = defineCommand({
  event: 'timing.set',
  title: 'Change fields of an operator',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, fields: s.z.record(s.z.string(), s.z.unknown()) }),
  draft: (project, args) => setOperator(project, args.composition, args.layer, args.operator, args.fields),
});
