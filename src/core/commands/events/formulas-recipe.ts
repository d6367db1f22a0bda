import { defineCommand } from '../document/command';
import { putRecipe } from '../formulas/put-recipe';

export const formulasRecipe = defineCommand({
  event: 'formulas.recipe',
  title: 'Drive tracks by a recipe (sway, flicker, follow, rest, spell), with its dials on a layer of dials; `to` is what it follows',
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, recipe: s.id, to: s.z.strictObject({ layer: s.id, track: s.id, through: s.z.array(s.id).optional() }).optional(), ids: s.ids }),
  draft: (project, args, { newId }) => putRecipe(project, args.composition, args.tracks, args.recipe, args.to ? { layer: args.to.layer, track: args.to.track, through: args.to.through ?? [] } : null, newId),
});
