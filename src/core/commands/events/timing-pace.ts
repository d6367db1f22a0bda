import { defineCommand } from '../document/command';
import { GIVES, paceBetween } from '../timing/parts';

export const timingPace = defineCommand({
  event: 'timing.pace',
  title: 'Play layers faster, slower or backwards from one frame of the film to another',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame, to: s.frame, rate: s.z.number(), soft: s.frame.min(0).default(0), gives: s.z.enum(GIVES).default('rest'), ids: s.ids }),
  draft: (project, args, { newId }) => paceBetween(project, args.composition, args.layers, args.from, args.to, args.rate, args.soft ?? 0, args.gives ?? 'rest', newId),
});
