import { defineCommand } from '../document/command';
import { deleteAsset } from '../compositions/compositions';

export const assetsDelete = defineCommand({
  event: 'assets.delete',
  title: 'Take media out of the project',
  about: 'project',
  args: (s) => s.z.strictObject({ asset: s.id }),
  draft: (project, args) => deleteAsset(project, args.asset),
});
