import type { Composition } from '../../model';
import { defineCommand } from '../document/command';
import { setTempo } from '../compositions/compositions';

export const compositionTempo = defineCommand({
  event: 'composition.tempo',
  title: 'Set the tempo of a composition, or take it away',
  args: (s) => s.z.strictObject({ composition: s.id, tempo: s.z.strictObject({ bpm: s.z.number().min(20).max(400), offset: s.frame.default(0), meter: s.z.tuple([s.z.int().min(1), s.z.int().min(1)]).default([4, 4]), map: s.z.array(s.point).nullable().default(null), origin: s.z.enum(['typed', 'found']).default('typed') }).nullable() }),
  draft: (project, args) => setTempo(project, args.composition, args.tempo as Composition['tempo']),
});
