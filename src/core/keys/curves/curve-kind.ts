/** How a segment runs from one key to the next in place of handles or an ease, as a key carries it. */
export type KeyCurve = {
  readonly kind: string;
  /** Where the bend lies: as the curve leaves (`in`, also if not said), as it arrives, or both. */
  readonly side?: 'in' | 'out' | 'both' | undefined;
  /** How much of it; each kind has its own measure and default. */
  readonly amount?: number | null | undefined;
  /** How often it swings or springs, for kinds that do. */
  readonly swings?: number | null | undefined;
};

/**
 * One kind of curve, whole. `at` is its progress for a fraction of the segment's time, both 0 … 1 at the ends, in the
 * form that is simplest to write: as it leaves (`in`) or as it arrives (`out`); the other one is 1 − f(1 − u).
 */
export type CurveKind = {
  readonly kind: string;
  readonly title: string;
  readonly form: 'in' | 'out';
  readonly amount: number | null;
  readonly swings: number | null;
  readonly at: (u: number, amount: number, swings: number) => number;
  /** Slope of `at` at its two ends; may be infinite. */
  readonly slope: (end: 0 | 1, amount: number, swings: number) => number;
  /** What tests and help read: `[u, progress]` of a curve given. */
  readonly examples: readonly { readonly given: Omit<KeyCurve, 'kind'>; readonly u: number; readonly becomes: number }[];
};

export function defineCurve<const K extends string>(kind: CurveKind & { readonly kind: K }): CurveKind & { readonly kind: K } {
  return kind;
}
