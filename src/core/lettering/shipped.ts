import { COVERED } from './covered';

/** The families that come with the program, and the weights that lie in its packages. Upright only. */
export const FAMILIES = [
  { family: 'Figtree', pack: 'figtree', weights: [400, 500, 600, 700, 800] },
  { family: 'Bricolage Grotesque', pack: 'bricolage-grotesque', weights: [400, 600, 700, 800] },
  { family: 'Spline Sans Mono', pack: 'spline-sans-mono', weights: [400, 500, 600] },
] as const;

/** Subsets of a family in the order that a character is looked for. */
export const SUBSETS = ['latin', 'latin-ext'] as const;

/** The shipped family and weight nearest to a wish: an unknown family is set in the first one. */
export function nearestFace(family: string, weight: number): { readonly pack: string; readonly weight: number } {
  const found = FAMILIES.find((one) => one.family.toLowerCase() === family.toLowerCase()) ?? FAMILIES[0];
  const near = [...found.weights].sort((a, b) => Math.abs(a - weight) - Math.abs(b - weight))[0]!;
  return { pack: found.pack, weight: near };
}

/** The characters of a text that no shipped font of a family has: each stands as a box. Each once, as they come; line ends are none. */
export function notShipped(text: string, family: string): readonly string[] {
  const spans = COVERED[nearestFace(family, 400).pack]!;
  const has = (code: number) => spans.some(([from, until]) => code >= from && code < until);
  return [...new Set(text)].filter((character) => character !== '\n' && character !== '\r' && !has(character.codePointAt(0)!));
}
