import { defineCommand } from '../document/command';
import { putStack } from '../timing/kept-stacks';

export const timingPreset = defineCommand({
  event: 'timing.preset',
  title: 'Put a kept timing on layers',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, preset: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => putStack(project, args.composition, args.layers, args.preset, newId),
});
