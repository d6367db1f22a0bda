import { OPERATORS } from '../../timing';
import { defineCommand } from '../document/command';
import { addOperator } from '../timing/timing';

export const timingAdd = defineCommand({
  event: 'timing.add',
  title: 'Add an operator to a layer’s timing, as it is born at a frame but for what is said in `born`; to others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, also: s.z.array(s.id).default([]), op: s.z.enum(OPERATORS.map((one) => one.op)), frame: s.frame.default(0), born: s.z.record(s.z.string(), s.z.unknown()).default({}), follow: s.z.boolean().default(false).describe('Whether bars end where what they ended with is shown then; under a loop without an end, with the film.'), ids: s.ids }),
  draft: (project, args, { newId }) => addOperator(project, args.composition, [args.layer, ...(args.also ?? [])], args.op, args.frame, newId, args.born, args.follow ?? false),
});
