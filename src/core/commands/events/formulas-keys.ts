import { defineCommand } from '../document/command';
import { formulasToKeys } from '../formulas/formulas-to-keys';

export const formulasKeys = defineCommand({
  event: 'formulas.keys',
  title: 'Turn formulas into keys that show the same within a tolerance; the formulas stay, switched off',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, tolerance: s.z.number().min(0).max(1000).default(0.1), ids: s.ids }),
  draft: (project, args, { newId }) => formulasToKeys(project, args.composition, args.tracks, args.tolerance ?? 0.1, newId),
});
