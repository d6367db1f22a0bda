import { defineCommand } from '../document/command';
import { curvesIntoHandles } from '../keys/unfold-curve';

export const keysHandles = defineCommand({
  event: 'keys.handles',
  title: 'Turn the curves after keys into handles',
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, ids: s.ids }),
  draft: (project, args, { newId }) => curvesIntoHandles(project, args.composition, args.keys, newId),
});
