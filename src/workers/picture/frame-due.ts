/** The frame that is due a number of frames after the origin, going round in the half-open range. */
export function frameDue(passed: number, originFrame: number, [from, to]: readonly [number, number]): number {
  const length = to - from;
  return from + ((((originFrame - from + passed) % length) + length) % length);
}
