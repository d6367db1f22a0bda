import { defineCommand } from '../document/command';
import { pasteTiming } from '../timing/timing-clip';

export const timingPaste = defineCommand({
  event: 'timing.paste',
  title: 'Put copied steps of a timing at the end of the timings of layers',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, clip: s.timingFile, ids: s.ids }),
  draft: (project, args, { newId }) => pasteTiming(project, args.composition, args.layers, args.clip, newId),
});
