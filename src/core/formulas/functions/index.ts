import { CHANCE } from './chance';
import { CHOOSING } from './choosing';
import { COLOURS } from './colours';
import type { FormulaFunction } from './function';
import { MARKERS } from './markers';
import { MATHEMATICS } from './mathematics';
import { REPEATING } from './repeating';
import { SHAPING } from './shaping';
import { SOUND } from './sound';
import { TIME } from './time';
import { ADDING } from './total';
import { WORDS } from './words';

/** The only list of functions; checking, completion and help read it. */
export const FUNCTIONS: readonly FormulaFunction[] = [...CHOOSING, ...MATHEMATICS, ...SHAPING, ...REPEATING, ...CHANCE, ...TIME, ...MARKERS, ...ADDING, ...WORDS, ...COLOURS, ...SOUND];

const byName = new Map(FUNCTIONS.map((one) => [one.name, one]));

export function functionNamed(name: string): FormulaFunction | null {
  return byName.get(name) ?? null;
}
export { EASES } from './shaping';
export { takesOf, type FormulaFunction } from './function';
