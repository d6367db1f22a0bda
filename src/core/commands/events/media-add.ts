import { bringIn } from '../layers/bring';
import { defineCommand } from '../document/command';

export const mediaAdd = defineCommand({
  event: 'media.add',
  title: 'Bring media and drawings into the project, and layers of them into a composition',
  args: (s) => s.z.strictObject({ composition: s.id, assets: s.z.array(s.assetFile).default([]), compositions: s.z.array(s.compositionFile).default([]), layers: s.z.array(s.layerFile).default([]), above: s.id.nullable().default(null), name: s.text.optional() }),
  draft: (project, args) => bringIn(project, args.composition, args),
});
