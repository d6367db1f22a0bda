import { defineCommand } from '../document/command';
import { pullLegs } from '../keys/key-leg';

export const keysPull = defineCommand({
  event: 'keys.pull',
  title: 'Say over how many frames the motion after keys leaves and arrives, how far it swings out, or all of it as an ease',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, leaves: s.z.number().min(0).optional(), arrives: s.z.number().min(0).optional(), out: s.z.number().optional(), into: s.z.number().optional(), percent: s.z.boolean().optional(), ease: s.z.tuple([s.z.number().min(0).max(1), s.z.number(), s.z.number().min(0).max(1), s.z.number()]).optional() }),
  draft: (project, { composition, keys, ...pull }) => pullLegs(project, composition, keys, pull),
});
