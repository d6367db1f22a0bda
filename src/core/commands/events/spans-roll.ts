import { defineCommand } from '../document/command';
import { rollEdge } from '../bars/bars';

export const spansRoll = defineCommand({
  event: 'spans.roll',
  title: 'Move the edge at which bars meet',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, at: s.frame, by: s.frame }),
  draft: (project, args) => rollEdge(project, args.composition, args.layers, args.at, args.by),
});
