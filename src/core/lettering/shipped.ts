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
