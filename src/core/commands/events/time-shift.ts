import { defineCommand } from '../document/command';
import { shiftMoments } from '../bars/moments';

export const timeShift = defineCommand({
  event: 'time.shift',
  title: 'Move bars, ends, keys and markers in time together',
  args: (s) => s.z.strictObject({ composition: s.id, slide: s.z.array(s.id).default([]), trimStart: s.z.array(s.id).default([]), trimEnd: s.z.array(s.id).default([]), keys: s.z.array(s.key).default([]), markers: s.z.array(s.marker).default([]), by: s.frame, near: s.frame.optional() }),
  draft: (project, args) => shiftMoments(project, args.composition, { slide: args.slide, trimStart: args.trimStart, trimEnd: args.trimEnd, keys: args.keys, markers: args.markers }, args.by, args.near),
});
