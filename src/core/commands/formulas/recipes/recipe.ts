import type { Track } from '../../../scene';
import type { Dial } from '../dials';

/** A dial that a recipe brings. A range or value of null follows the track that it is put on. */
export type RecipeDial = { readonly name: string; readonly unit: string; readonly value: number; readonly range: readonly [number, number]; readonly type?: Dial['type'] };

/** A formula that people use again and again, with the dials that set it. */
export type Recipe = {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  /** The tracks that it fits. */
  readonly fits: (spec: Track['spec']) => boolean;
  /** Whether it follows another track, which has to be told. */
  readonly follows?: boolean;
  readonly dials: (spec: Track['spec']) => readonly RecipeDial[];
  /** The formula, with each dial as it is read, in their order, and what it follows. */
  readonly formula: (dials: readonly string[], leader: string) => string;
};

export function defineRecipe(recipe: Recipe): Recipe {
  return recipe;
}

/** How far something goes that is barely and well to be seen, in the unit of a track. */
export function reachOf({ unit }: Track['spec']): number {
  return unit === '%' ? 10 : unit === '°' ? 8 : 12;
}

export const isNumber = ({ type }: Track['spec']): boolean => type === 'N';
