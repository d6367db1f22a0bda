import { defineCommand } from '../command';
import { deleteOperator } from '../timing';

export const timingDelete = defineCommand({
  event: 'timing.delete',
  title: 'Take an operator off a layer’s timing; others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, also: s.operators }),
  draft: (project, args) => deleteOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...(args.also ?? [])]),
});
