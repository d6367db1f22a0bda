import { defineCommand } from '../document/command';
import { addComposition } from '../compositions/compositions';
import { UNNAMED } from '../document/unnamed';

export const compositionAdd = defineCommand({
  event: 'composition.add',
  title: 'Add a composition',
  about: 'project',
  args: (s) => s.z.strictObject({ file: s.compositionFile, after: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => addComposition(project, args.file.id === UNNAMED ? { ...args.file, id: newId() } : args.file, args.after),
});
