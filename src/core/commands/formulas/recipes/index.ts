import { comeToRest } from './come-to-rest';
import { flicker } from './flicker';
import { followLate } from './follow-late';
import type { Recipe, RecipeDial } from './recipe';
import { spellOut } from './spell-out';
import { sway } from './sway';

/** The only list of recipes. */
export const RECIPES: readonly Recipe[] = [sway, flicker, followLate, comeToRest, spellOut];

export function recipeOf(id: string): Recipe | null {
  return RECIPES.find((recipe) => recipe.id === id) ?? null;
}
export type { Recipe, RecipeDial };
