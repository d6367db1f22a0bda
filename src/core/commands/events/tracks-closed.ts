import { defineCommand } from '../document/command';
import { closeTracks } from '../keys/edit-tracks';

export const tracksClosed = defineCommand({
  event: 'tracks.closed',
  title: 'Close tracks to a loop whose first and last key are one, or open them',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, closed: s.z.boolean().default(true) }),
  draft: (project, args) => closeTracks(project, args.composition, args.tracks, args.closed ?? true),
});
