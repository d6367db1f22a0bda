import { defineCommand } from '../command';
import { moveOperator } from '../timing';

export const timingOrder = defineCommand({
  event: 'timing.order',
  title: 'Put an operator before or after its neighbour',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, by: s.z.union([s.z.literal(1), s.z.literal(-1)]) }),
  draft: (project, args) => moveOperator(project, args.composition, args.layer, args.operator, args.by),
});
