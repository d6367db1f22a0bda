import { defineCommand } from '../document/command';
import { setSize } from '../compositions/composition-size';

export const compositionSize = defineCommand({
  event: 'composition.size',
  title: 'Give a composition another size; what stands in it stays, or is scaled with it',
  args: (s) => s.z.strictObject({ composition: s.id, width: s.z.int().min(1).max(8192), height: s.z.int().min(1).max(8192), content: s.z.enum(['stays', 'scales']).default('stays') }),
  draft: (project, { composition, width, height, content }) => setSize(project, composition, [width, height], content),
});
