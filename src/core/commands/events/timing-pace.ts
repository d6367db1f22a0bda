import { defineCommand } from '../document/command';
import { paceBetween } from '../timing/pace-part';
import { GIVES } from '../timing/parts';

export const timingPace = defineCommand({
  event: 'timing.pace',
  title: 'Play layers faster, slower or backwards from one frame of the film to another',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame, to: s.frame, rate: s.z.number(), soft: s.frame.min(0).default(0), gives: s.z.enum(GIVES).default('rest'), ripple: s.z.boolean().default(false), ids: s.ids }),
  draft: (project, args, { newId }) => paceBetween(project, args.composition, args.layers, { from: args.from, to: args.to, rate: args.rate, soft: args.soft ?? 0, gives: args.gives ?? 'rest', ripple: args.ripple ?? false }, newId),
});
