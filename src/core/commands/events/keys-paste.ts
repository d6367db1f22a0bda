import { defineCommand } from '../document/command';
import { type KeysClip, pasteKeys } from '../keys/keys-clip';

export const keysPaste = defineCommand({
  event: 'keys.paste',
  title: 'Paste copied keys onto layers, the earliest at a frame or where it was, on each further layer so many frames later, as they are or as change',
  args: (s) => {
    const outside = s.z.enum(['hold', 'repeat', 'climb', 'swing', 'glide']);
    const rules = s.z.strictObject({ before: outside.optional(), after: outside.optional(), repeats: s.z.int().min(1).nullish(), closed: s.z.boolean().optional() });
    const track = s.z.strictObject({ layer: s.z.int().min(0), channel: s.id, type: s.id, rules: rules.optional(), keys: s.z.array(s.z.looseObject({ at: s.frame, value: s.z.unknown() })) });
    const clip = s.z.strictObject({ format: s.z.literal('oak-tumble/keys'), rate: s.rate, first: s.frame.optional(), presets: s.z.array(s.z.strictObject({ name: s.text, of: s.z.literal('curve'), data: s.z.unknown() })).max(1000).optional(), tracks: s.z.array(track) });
    return s.z.strictObject({ composition: s.id, layers: s.layers, clip, frame: s.frame.nullable(), apart: s.frame.default(0), as: s.z.enum(['values', 'change', 'places']).default('values'), stands: s.z.enum(['begins', 'settles']).default('begins'), inTurn: s.z.enum(['rows', 'given']).default('rows'), ids: s.ids });
  },
  draft: (project, args, { newId }) => pasteKeys(project, args.composition, args.layers, args.clip as KeysClip, { frame: args.frame, apart: args.apart ?? 0, as: args.as ?? 'values', stands: args.stands ?? 'begins', inTurn: args.inTurn ?? 'rows', newId }),
});
