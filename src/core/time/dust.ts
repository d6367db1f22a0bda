import type { Frames } from './units';

/** How near to a whole frame a time must be to count as that frame. */
export const DUST = 1e-6;

/**
 * The dust rule: a time within 1e-6 of a whole frame *is* that whole frame. Applied after every conversion between
 * rates and after every operator, so that 30→24→30 nests meet their edges exactly.
 */
export function dust(at: Frames): Frames {
  const whole = Math.round(at);
  const off = at - whole;
  // `+ 0` turns -0 into 0, so that a source time never prints as "-0".
  return off <= DUST && off >= -DUST ? whole + 0 : at;
}

/** The whole frame that a place between frames lands on; half a frame, to a dust, goes on to the next. */
export function nearestFrame(at: Frames): Frames {
  return Math.floor(at + 0.5 + DUST) + 0;
}

/**
 * A time as edits write it: in full, for a key must meet the very frame that a conversion between rates comes to; where only noise of the last
 * bits parts it from a thousandth it is that thousandth, and what falls on 0 from below is 0.
 */
export function written(at: Frames): Frames {
  const fine = Math.round(at * 1000) / 1000 + 0;
  return Math.abs(fine - at) <= 1e-9 ? fine : dust(at);
}
