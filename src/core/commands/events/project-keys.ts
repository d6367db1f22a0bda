import { defineCommand } from '../document/command';
import { setNewKeys } from '../keys/new-keys';

export const projectKeys = defineCommand({
  event: 'project.keys',
  title: 'Say how new keys are shaped',
  about: 'project',
  args: (s) => s.z.strictObject({ newKeys: s.z.enum(['straight', 'smooth', 'hold', 'drawn']) }),
  draft: (project, args) => setNewKeys(project, args.newKeys),
});
