import { defineCommand } from '../document/command';
import { deleteOperator } from '../timing/timing';

export const timingDelete = defineCommand({
  event: 'timing.delete',
  title: 'Take an operator off a layer’s timing; others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, also: s.operators }),
  draft: (project, args) => deleteOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...(args.also ?? [])]),
});
