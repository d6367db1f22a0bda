import { defineCommand } from '../document/command';
import { cueMoves } from '../timing/cues';

export const timingCues = defineCommand({
  event: 'timing.cues',
  title: 'Let markers of nests fire the moves of what they show',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, moves: s.z.record(s.id, s.z.array(s.point)).default({}).describe('Moves of compositions, by their ids; those that are not given are those in which they change.'), ids: s.ids }),
  draft: (project, args, { newId }) => cueMoves(project, args.composition, args.layers, args.moves ?? {}, newId),
});
