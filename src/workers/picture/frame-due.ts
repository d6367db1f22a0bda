/**
 * The frame that is due a number of frames after the origin, going round in the half-open range. A range that begins before frame 0 or ends beyond
 * the last runs over the seam of a composition of `round` frames: its end is joined to its start.
 */
export function frameDue(passed: number, originFrame: number, [from, to]: readonly [number, number], round = Infinity): number {
  const length = to - from;
  const frame = from + ((((originFrame - from + passed) % length) + length) % length);
  return round === Infinity ? frame : ((frame % round) + round) % round;
}
