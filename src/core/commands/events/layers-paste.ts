import { pasteLayers } from '../layers/clip';
import { defineCommand } from '../document/command';

export const layersPaste = defineCommand({
  event: 'layers.paste',
  title: 'Paste copied layers, the earliest bar at a frame or at the times they had',
  args: (s) => s.z.strictObject({ composition: s.id, clip: s.clipFile, at: s.frame.nullable().default(null), above: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => pasteLayers(project, args.composition, args.clip, { at: args.at, above: args.above, newId }),
});
