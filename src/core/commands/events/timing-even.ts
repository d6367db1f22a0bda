import { defineCommand } from '../document/command';
import { evenPiece } from '../timing/even-piece';

export const timingEven = defineCommand({
  event: 'timing.even',
  title: 'Bring the piece of a layer’s time at a frame back to 100 %',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, frame: s.frame, follow: s.z.boolean().default(false).describe('Whether the bar ends where what it ended with is shown then.') }),
  draft: (project, args) => evenPiece(project, args.composition, args.layer, args.frame, args.follow ?? false),
});
