import { defineCommand } from '../document/command';
import { duplicateComposition } from '../compositions/compositions';

export const compositionDuplicate = defineCommand({
  event: 'composition.duplicate',
  title: 'Duplicate a composition',
  args: (s) => s.z.strictObject({ composition: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => duplicateComposition(project, args.composition, newId()),
});
