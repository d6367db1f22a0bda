import { defineCommand } from '../document/command';
import { limitTracks } from '../keys/edit-tracks';

export const tracksLimits = defineCommand({
  event: 'tracks.limits',
  title: 'Say within which bounds the values of tracks should stay',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, limits: s.point.nullable() }),
  draft: (project, args) => limitTracks(project, args.composition, args.tracks, args.limits),
});
