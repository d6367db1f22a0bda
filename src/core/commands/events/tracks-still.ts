import { defineCommand } from '../document/command';
import { stillTracks } from '../keys/edit-tracks';

export const tracksStill = defineCommand({
  event: 'tracks.still',
  title: 'Take the motion out of tracks, which rest at what they show at a frame',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, frame: s.frame }),
  draft: (project, args) => stillTracks(project, args.composition, args.tracks, args.frame),
});
