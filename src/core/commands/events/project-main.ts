import { defineCommand } from '../document/command';
import { setMain } from '../compositions/compositions';

export const projectMain = defineCommand({
  event: 'project.main',
  title: 'Make a composition the film',
  args: (s) => s.z.strictObject({ composition: s.id }),
  draft: (project, args) => setMain(project, args.composition),
});
