import { defineCommand } from '../document/command';
import { openTime } from '../bars/open-time';

export const timeOpen = defineCommand({
  event: 'time.open',
  title: 'Put time in at a frame, or take it out',
  args: (s) => s.z.strictObject({ composition: s.id, at: s.frame, by: s.frame, layers: s.z.array(s.id).nullable().default(null), cut: s.z.enum(['stretch', 'stand']).default('stretch'), deep: s.z.boolean().default(false), ids: s.ids }),
  draft: (project, args, { newId }) => openTime(project, args.composition, { at: args.at, by: args.by, layers: args.layers ?? null, cut: args.cut ?? 'stretch', deep: args.deep ?? false }, newId),
});
