import { defineCommand } from '../document/command';
import { setAsset } from '../compositions/compositions';

export const assetsSet = defineCommand({
  event: 'assets.set',
  title: 'Change an asset: its name, or another file in its place',
  about: 'project',
  args: (s) => s.z.strictObject({ asset: s.id, fields: s.z.record(s.z.string(), s.z.unknown()) }),
  draft: (project, args) => setAsset(project, args.asset, args.fields),
});
