import { defineCommand } from '../document/command';
import { setDuration } from '../compositions/compositions';

export const compositionLength = defineCommand({
  event: 'composition.length',
  title: 'Make a composition longer or shorter, its bars that reach the end with it',
  args: (s) => s.z.strictObject({ composition: s.id, duration: s.z.int().min(1), bars: s.z.enum(['follow', 'stay']).default('follow') }),
  draft: (project, args) => setDuration(project, args.composition, args.duration, args.bars),
});
