import { defineCommand } from '../document/command';
import { deleteComposition } from '../compositions/compositions';

export const compositionDelete = defineCommand({
  event: 'composition.delete',
  title: 'Delete a composition',
  args: (s) => s.z.strictObject({ composition: s.id }),
  draft: (project, args) => deleteComposition(project, args.composition),
});
