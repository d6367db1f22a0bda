import { defineCommand } from '../document/command';
import { keysToFormulas } from '../formulas/formulas-to-keys';

export const formulasBack = defineCommand({
  event: 'formulas.back',
  title: 'Let formulas that were turned into keys drive again; the keys go',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks }),
  draft: (project, args) => keysToFormulas(project, args.composition, args.tracks),
});
