import { defineCommand } from '../document/command';
import { keepStack } from '../timing/kept-stacks';

export const timingKeep = defineCommand({
  event: 'timing.keep',
  title: 'Keep the timing of a layer with the project under a name',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, name: s.text.min(1).max(120).nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => keepStack(project, args.composition, args.layer, args.name ?? null, newId),
});
