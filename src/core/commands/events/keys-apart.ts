import { defineCommand } from '../document/command';
import { putApart } from '../keys/keys-apart';

export const keysApart = defineCommand({
  event: 'keys.apart',
  title: 'Put the keys of each layer so many frames later than those of the one before',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, step: s.frame, order: s.z.enum(['rows', 'up', 'across', 'down', 'outward', 'chance']).default('rows'), measure: s.z.enum(['rank', 'distance']).default('rank'), from: s.point.nullable().default(null), seed: s.z.int().default(1), frame: s.frame.default(0) }),
  draft: (project, { composition, keys, ...how }) => putApart(project, composition, keys, { order: how.order ?? 'rows', measure: how.measure ?? 'rank', from: how.from ?? null, seed: how.seed ?? 1, frame: how.frame ?? 0, step: how.step }),
});
