import { type KeysClip, pasteKeys } from '../clip';
import { defineCommand } from '../command';

export const keysPaste = defineCommand({
  event: 'keys.paste',
  title: 'Paste copied keys onto layers, the earliest at a frame, on each further layer so many frames later',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, clip: s.z.strictObject({ format: s.z.literal('oak-tumble/keys'), rate: s.rate, tracks: s.z.array(s.z.strictObject({ layer: s.z.int().min(0), channel: s.id, type: s.id, keys: s.z.array(s.z.looseObject({ at: s.frame, value: s.z.unknown() })) })) }), frame: s.frame, apart: s.frame.default(0), ids: s.ids }),
  draft: (project, args, { newId }) => pasteKeys(project, args.composition, args.layers, args.clip as KeysClip, args.frame, newId, args.apart ?? 0),
});
