import { defineCommand } from '../document/command';
import { setRate } from '../compositions/compositions';

export const compositionRate = defineCommand({
  event: 'composition.rate',
  title: 'Give a composition another rate; everything keeps its moment in seconds, or its number of frames',
  args: (s) => s.z.strictObject({ composition: s.id, rate: s.rate, keeps: s.z.enum(['seconds', 'frames']).default('seconds') }),
  draft: (project, args) => setRate(project, args.composition, args.rate, args.keeps),
});
