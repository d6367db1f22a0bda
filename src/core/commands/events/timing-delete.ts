import { defineCommand } from '../command';
import { deleteOperator } from '../timing';

export const timingDelete = defineCommand({
  event: 'timing.delete',
  title: 'Take an operator off a layer’s timing',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id }),
  draft: (project, args) => deleteOperator(project, args.composition, args.layer, args.operator),
});
