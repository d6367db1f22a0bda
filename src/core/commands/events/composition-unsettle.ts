import { defineCommand } from '../document/command';
import { unsettle } from '../poses/settle';

export const compositionUnsettle = defineCommand({
  event: 'composition.unsettle',
  title: 'Let go of a kept picture, which may change then',
  args: (s) => s.z.strictObject({ composition: s.id, settled: s.id }),
  draft: (project, args) => unsettle(project, args.composition, args.settled),
});
