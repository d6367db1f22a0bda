import { back } from './back';
import { bounce } from './bounce';
import type { CurveKind, KeyCurve } from './curve-kind';
import { elastic } from './elastic';
import { exponential } from './exponential';
import { power } from './power';
import { sine } from './sine';

/** The only list of curves between two keys. */
export const CURVES = [sine, power, exponential, back, elastic, bounce] as const;

/** Progress along a segment and its slope at the ends, for a fraction of the segment's time. */
export type Progress = { readonly at: (u: number) => number; readonly slope: (end: 0 | 1) => number };

/** Prepares a curve between two keys (timing.md, section 3); unknown kinds run straight. */
export function prepareCurve({ kind, side = 'in', amount, swings }: KeyCurve): Progress {
  const found = (CURVES as readonly CurveKind[]).find((one) => one.kind === kind);
  if (!found) return { at: (u) => u, slope: () => 1 };
  const [a, n] = [amount ?? found.amount ?? 0, swings ?? found.swings ?? 0];
  const plain: Progress = { at: (u) => found.at(u, a, n), slope: (end) => found.slope(end, a, n) };
  if (side === found.form) return plain;
  const turned: Progress = { at: (u) => 1 - plain.at(1 - u), slope: (end) => plain.slope(end === 0 ? 1 : 0) };
  if (side !== 'both') return turned;
  const leaving = found.form === 'in' ? plain : turned;
  return { at: (u) => (u < 0.5 ? leaving.at(2 * u) / 2 : 1 - leaving.at(2 - 2 * u) / 2), slope: () => leaving.slope(0) };
}

export type { CurveKind, KeyCurve };
