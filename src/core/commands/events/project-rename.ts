import { defineCommand } from '../document/command';
import { renameProject } from '../compositions/compositions';

export const projectRename = defineCommand({
  event: 'project.rename',
  title: 'Rename the project',
  about: 'project',
  args: (s) => s.z.strictObject({ name: s.text }),
  draft: (project, args) => renameProject(project, args.name),
});
