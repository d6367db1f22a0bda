import { defineCommand } from '../document/command';
import { setOperator } from '../timing/timing';

export const timingSet = defineCommand({
  event: 'timing.set',
  title: 'Change fields of an operator; of others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, fields: s.z.record(s.z.string(), s.z.unknown()), also: s.operators, follow: s.z.boolean().default(false).describe('Whether bars end where what they ended with is shown then.') }),
  draft: (project, args) => setOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...(args.also ?? [])], args.fields, args.follow ?? false),
});
