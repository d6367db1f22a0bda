import { defineCommand } from '../document/command';
import { setEnds } from '../bars/bars';

export const layersEnds = defineCommand({
  event: 'layers.ends',
  title: 'Give many layers one beginning, one end or one length',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame.optional(), to: s.frame.optional(), length: s.frame.optional() }),
  draft: (project, { composition, layers, ...ends }) => setEnds(project, composition, layers, ends),
});
