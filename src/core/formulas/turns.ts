/** Phases are counted in turns with a hair: dividing seconds by a period leaves a little more or less than the whole turn that is meant. */
const HAIR = 1e-9;

/** The whole turn that `u` is, where it is within a hair of one; else `u`. Not-a-number and infinity stay. */
export function asTurn(u: number): number {
  const whole = Math.round(u);
  return Math.abs(u - whole) <= HAIR ? whole : u;
}

/** How far into its turn `u` is, `[0, 1)`; a hair before a turn is its beginning. */
export function turnPart(u: number): number {
  const at = asTurn(u);
  return at - Math.floor(at);
}

/** Whether `u` is in the first `share` (0 to 1) of its turn, whose end counts as reached a hair before. */
export function inPart(u: number, share: number): boolean {
  return turnPart(u) < share - HAIR;
}

/** The last multiple of `step` that `x` has reached, counted from 0. */
export function wholeTurns(x: number, step: number): number {
  return Math.floor(asTurn(x / step));
}
