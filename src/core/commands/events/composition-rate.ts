import { defineCommand } from '../command';
import { setRate } from '../compositions';

export const compositionRate = defineCommand({
  event: 'composition.rate',
  title: 'Give a composition another rate; everything keeps its moment in seconds',
  args: (s) => s.z.strictObject({ composition: s.id, rate: s.rate }),
  draft: (project, args) => setRate(project, args.composition, args.rate),
});
