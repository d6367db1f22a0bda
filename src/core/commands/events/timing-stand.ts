import { defineCommand } from '../document/command';
import { GIVES, standHere } from '../timing/parts';

export const timingStand = defineCommand({
  event: 'timing.stand',
  title: 'Let layers stand at a frame for a while, then go on',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame, for: s.frame.min(1).nullable().default(null).describe('Frames; to the end of the bar where none are said.'), gives: s.z.enum(GIVES).default('bar'), soft: s.z.number().min(0).default(0).describe('Frames over which it slows down before and speeds up after.'), ids: s.ids }),
  draft: (project, args, { newId }) => standHere(project, args.composition, args.layers, args.frame, args.for ?? null, args.gives ?? 'bar', newId, args.soft ?? 0),
});
