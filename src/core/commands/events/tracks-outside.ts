import { defineCommand } from '../document/command';
import { setOutside } from '../keys/key-shape';

export const tracksOutside = defineCommand({
  event: 'tracks.outside',
  title: 'Say what tracks do before their first key or from their last one on',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, side: s.z.enum(['before', 'after']), rule: s.z.enum(['hold', 'repeat', 'climb', 'swing', 'glide']), repeats: s.z.int().min(1).nullish() }),
  draft: (project, args) => setOutside(project, args.composition, args.tracks, args.side, args.rule, args.repeats),
});
