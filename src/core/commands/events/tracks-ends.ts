import { defineCommand } from '../document/command';
import { equalEnds } from '../keys/edit-tracks';

export const tracksEnds = defineCommand({
  event: 'tracks.ends',
  title: 'Make the first and the last key of tracks equal',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, like: s.z.enum(['first', 'last']).default('first') }),
  draft: (project, args) => equalEnds(project, args.composition, args.tracks, args.like ?? 'first'),
});
