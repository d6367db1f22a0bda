import { defineCommand } from '../document/command';
import { settle } from '../poses/settle';

export const compositionSettle = defineCommand({
  event: 'composition.settle',
  title: 'Keep the picture at a frame as one that shall not change',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.z.array(s.id).nullable().default(null), frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => settle(project, args.composition, args.layers ?? null, args.frame, newId),
});
