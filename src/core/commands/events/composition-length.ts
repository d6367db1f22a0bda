import { defineCommand } from '../command';
import { setDuration } from '../compositions';

export const compositionLength = defineCommand({
  event: 'composition.length',
  title: 'Make a composition longer or shorter',
  args: (s) => s.z.strictObject({ composition: s.id, duration: s.z.int().min(1) }),
  draft: (project, args) => setDuration(project, args.composition, args.duration),
});
