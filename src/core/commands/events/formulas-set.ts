import { defineCommand } from '../document/command';
import { setFormulas } from '../formulas/set-formulas';

export const formulasSet = defineCommand({
  event: 'formulas.set',
  title: 'Drive tracks by a formula, change it, switch it off or on (`off`), or take it away (null); on several, `index` and `count` number them',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, formula: s.z.string().max(1_000_000).nullable().optional(), off: s.z.boolean().optional() }),
  draft: (project, { composition, tracks, formula, off }) => setFormulas(project, composition, tracks, { ...(formula === undefined ? {} : { formula }), ...(off === undefined ? {} : { off }) }),
});
