import { defineCommand } from '../document/command';
import { setStagger } from '../staggers/set-stagger';
import { ORDERS } from '../staggers/stagger';

export const staggersSet = defineCommand({
  event: 'staggers.set',
  title: 'Let layers, their ends, keys or markers come one after another',
  args: (s) => s.z.strictObject({
    composition: s.id, stagger: s.id.nullable().default(null).describe('One that is remembered, to be changed; its own layers are meant where none are named.'),
    what: s.z.enum(['starts', 'ends', 'keys', 'markers', 'time']).default('starts'), layers: s.z.array(s.id).default([]), keys: s.z.array(s.key).default([]), tracks: s.z.array(s.id).nullable().default(null),
    step: s.frame.nullish(), total: s.frame.nullish(), beats: s.z.number().nullish(), overlap: s.frame.nullish(), formula: s.z.string().min(1).max(20_000).nullish().describe('Frames after the first, by index and count; a time is made frames.'),
    curve: s.keyFields.shape.curve, order: s.z.enum(ORDERS).optional(), reversed: s.z.boolean().optional(), from: s.point.nullish(), seed: s.z.int().optional(), onBeat: s.z.boolean().optional(), exact: s.z.boolean().optional().describe('Between whole frames too.'), frame: s.frame.default(0), ids: s.ids,
  }),
  draft: (project, { composition, stagger, what, layers, keys, tracks, frame, ids: _ids, ...how }, { newId }) => setStagger(project, composition, { stagger: stagger ?? null, what: what ?? 'starts', layers: layers ?? [], keys: keys ?? [], tracks: tracks ?? null, how: how as never, frame: frame ?? 0 }, newId),
});
