import { defineCommand } from '../document/command';
import { cueMoves } from '../timing/cues';

export const timingCues = defineCommand({
  event: 'timing.cues',
  title: 'Let markers of nests fire the moves of what they show',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => cueMoves(project, args.composition, args.layers, newId),
});
