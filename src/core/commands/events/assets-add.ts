import { defineCommand } from '../document/command';
import { addAssets } from '../compositions/compositions';

export const assetsAdd = defineCommand({
  event: 'assets.add',
  title: 'Bring media into the project',
  about: 'project',
  args: (s) => s.z.strictObject({ assets: s.z.array(s.assetFile).min(1) }),
  draft: (project, args) => addAssets(project, args.assets),
});
