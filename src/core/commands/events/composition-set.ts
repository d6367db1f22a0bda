import { defineCommand } from '../document/command';
import { type CompositionFields, setComposition } from '../compositions/compositions';

export const compositionSet = defineCommand({
  event: 'composition.set',
  title: 'Change a composition: name, size, ground, play range, rigid spans, note',
  args: (s) => s.z.strictObject({ composition: s.id, fields: s.z.strictObject({ name: s.text, width: s.z.int().min(1).max(8192), height: s.z.int().min(1).max(8192), background: s.z.string().nullable(), range: s.point, loops: s.z.boolean(), note: s.text, colour: s.z.int().min(0).max(7).nullable(), rigid: s.z.array(s.z.tuple([s.time, s.time])).max(10_000) }).partial() }),
  draft: (project, args) => setComposition(project, args.composition, args.fields as CompositionFields),
});
