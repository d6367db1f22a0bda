import { defineCommand } from '../document/command';
import { setValues } from '../keys/set-values';

export const tracksSet = defineCommand({
  event: 'tracks.set',
  title: 'Give tracks values as they are seen at a frame; with keying they become keys there',
  args: (s) => s.z.strictObject({ composition: s.id, values: s.z.array(s.z.strictObject({ layer: s.id, track: s.id, value: s.z.unknown() })).min(1), ...s.keying, verb: s.text.optional(), ids: s.ids }),
  draft: (project, args, { newId }) => setValues(project, args.composition, args.values, { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId }, args.verb),
});
