import { boxesOf } from '../layers/boxes';
import { defineCommand } from '../document/command';
import { setFillKind } from '../layers/inks';

export const inksKind = defineCommand({
  event: 'inks.kind',
  title: 'Fill layers flat, with a run of colours, or not at all',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, kind: s.z.enum(['none', 'flat', 'linear', 'radial']), frame: s.frame.default(0), boxes: s.z.record(s.z.string(), s.box.nullable()).optional(), ids: s.ids }),
  draft: (project, args, { newId }) => setFillKind(project, args.composition, args.layers, args.kind, boxesOf(project, args.composition, args.frame, args.boxes), newId),
});
