import { defineCommand } from '../document/command';
import { joinSpans } from '../bars/bars';

export const spansJoin = defineCommand({
  event: 'spans.join',
  title: 'Join bars of a layer, at a frame or all of them',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, at: s.frame.nullable().default(null) }),
  draft: (project, args) => joinSpans(project, args.composition, args.layers, args.at ?? null),
});
