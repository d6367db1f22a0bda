import { defineCommand } from '../document/command';
import { holdNeighbours } from '../poses/poses';

export const posesHold = defineCommand({
  event: 'poses.hold',
  title: 'Key layers just before a span and where it ends, so that changes inside leave the rest as it is',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame, to: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => holdNeighbours(project, args.composition, args.layers, args.from, args.to, newId),
});
