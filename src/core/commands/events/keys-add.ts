import { defineCommand } from '../document/command';
import { addKeys } from '../keys/set-values';

export const keysAdd = defineCommand({
  event: 'keys.add',
  title: 'Key tracks at a frame with the values they have there',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => addKeys(project, args.composition, args.tracks, { frame: args.frame, newId }),
});
