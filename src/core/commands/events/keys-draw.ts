import { defineCommand } from '../document/command';
import { drawKeys } from '../keys/draw-keys';

export const keysDraw = defineCommand({
  event: 'keys.draw',
  title: 'Draw a track by hand: values at frames, thinned within a tolerance',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, track: s.id, points: s.z.array(s.point).max(20_000), tolerance: s.z.number().min(0).default(1), ids: s.ids }),
  draft: (project, args, { newId }) => drawKeys(project, args.composition, { layer: args.layer, track: args.track }, args.points, args.tolerance ?? 1, newId),
});
