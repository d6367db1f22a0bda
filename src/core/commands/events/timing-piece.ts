import { defineCommand } from '../document/command';
import { setPieceRate } from '../timing/piece-rate';

export const timingPiece = defineCommand({
  event: 'timing.piece',
  title: 'Give the piece of a layer’s time at a frame another rate',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, frame: s.frame, rate: s.z.number(), ids: s.ids }),
  draft: (project, args, { newId }) => setPieceRate(project, args.composition, args.layer, args.frame, args.rate, newId),
});
