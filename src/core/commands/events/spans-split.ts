import { defineCommand } from '../document/command';
import { splitSpans } from '../bars/bars';

export const spansSplit = defineCommand({
  event: 'spans.split',
  title: 'Cut bars at a frame into two of the same layer',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame }),
  draft: (project, args) => splitSpans(project, args.composition, args.layers, args.frame),
});
