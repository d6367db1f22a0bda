/**
 * One cubic Bézier segment whose time rises: control times 0 ≤ x1, x2 ≤ 1, value read at a time. Prepared once,
 * sampled often.
 *
 * The time cubic is inverted by Newton's method from a table of guesses, inside a bracket that the table gives, so that
 * a flat spot (both handles long) falls back to bisection instead of running away.
 */

/** Guesses per segment. 32 leave Newton two rounds on ordinary curves. */
const STEPS = 32;
/**
 * How exact the parameter is solved. Where time nearly stands still, a tiny miss in time is a large one in value, so the
 * miss is weighed by the slope there.
 */
const EXACT = 1e-13;

/** The parameter of the curve, 0…1, for a fraction of its time, 0…1. */
export function prepareInverse(x1: number, x2: number): (u: number) => number {
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  // Handles a third of the way: time is the parameter.
  if (Math.abs(a) < 1e-15 && Math.abs(b) < 1e-15) return (u) => u;
  const guesses = new Float64Array(STEPS + 1);
  let s = 0;
  for (let i = 1; i < STEPS; i++) guesses[i] = s = solve(a, b, c, i / STEPS, s, s, 1);
  guesses[STEPS] = 1;
  return (u) => {
    if (u >= 1) return 1;
    const place = u * STEPS;
    const i = place | 0;
    const low = guesses[i]!;
    const high = guesses[i + 1]!;
    let s = low + (high - low) * (place - i);
    // Two rounds without a bracket settle nearly every case; what is left goes to the careful loop.
    for (let round = 0; round < 3; round++) {
      const miss = ((a * s + b) * s + c) * s - u;
      const slope = (3 * a * s + 2 * b) * s + c;
      if (miss <= EXACT * slope && miss >= -EXACT * slope) return s;
      s -= miss / slope;
      if (!(s >= low && s <= high)) break;
    }
    return solve(a, b, c, u, (low + high) / 2, low, high);
  };
}

/** Newton inside a bracket; any step that leaves it becomes a halving. */
function solve(a: number, b: number, c: number, u: number, guess: number, from: number, to: number): number {
  let low = from;
  let high = to;
  let s = guess;
  for (let round = 0; round < 80; round++) {
    const miss = ((a * s + b) * s + c) * s - u;
    if (miss === 0) return s;
    if (miss < 0) low = s;
    else high = s;
    const slope = (3 * a * s + 2 * b) * s + c;
    const next = s - miss / slope;
    const better = next > low && next < high ? next : (low + high) / 2;
    if (better === s || high - low < 1e-16) return better;
    s = better;
  }
  return s;
}

/** A curve on progress as CSS writes it: `cubic-bezier(x1, y1, x2, y2)`, 0…1 in, about 0…1 out. */
export function prepareEase(x1: number, y1: number, x2: number, y2: number): (u: number) => number {
  const inverse = prepareInverse(x1, x2);
  const c = 3 * y1;
  const b = 3 * (y2 - y1) - c;
  const a = 1 - c - b;
  return (u) => {
    if (u <= 0) return 0;
    if (u >= 1) return 1;
    const s = inverse(u);
    return ((a * s + b) * s + c) * s;
  };
}
