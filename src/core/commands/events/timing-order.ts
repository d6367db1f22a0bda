import { defineCommand } from '../document/command';
import { moveOperator } from '../timing/timing';

export const timingOrder = defineCommand({
  event: 'timing.order',
  title: 'Put an operator some places on or back in its stack; others (`also`) as well',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, by: s.z.int().refine((by) => by !== 0).describe('How many places on, or back where below nought.'), also: s.operators }),
  draft: (project, args) => moveOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...(args.also ?? [])], args.by),
});
