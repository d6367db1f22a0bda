import { defineCommand } from '../document/command';
import { moveOperator } from '../timing/timing';

export const timingOrder = defineCommand({
  event: 'timing.order',
  title: 'Put an operator before or after its neighbour; others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, by: s.z.union([s.z.literal(1), s.z.literal(-1)]), also: s.operators }),
  draft: (project, args) => moveOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...(args.also ?? [])], args.by),
});
