import { dust } from './dust';
import type { Frames, Seconds } from './units';

/** Frames in a second as a fraction `[num, den]`, both positive whole numbers: 30000/1001 never drifts. */
export type Rate = readonly [num: number, den: number];

/** Seconds at which a frame begins: frames · den / num. */
export function toSeconds(at: Frames, [num, den]: Rate): Seconds {
  return (at * den) / num;
}

/** Frames (fractional) at a second. */
export function toFrames(at: Seconds, [num, den]: Rate): Frames {
  return (at * num) / den;
}

/** The frame that is on screen at a second: frame n covers `[n, n+1)`. */
export function frameOnScreen(at: Seconds, rate: Rate): Frames {
  return Math.floor(dust(toFrames(at, rate)));
}

/**
 * The same moment in frames of another rate, before the dust rule. Worked out with whole numbers and one division, so
 * that frames which coincide stay exact.
 */
export function convertExactly(at: Frames, from: Rate, to: Rate): Frames {
  return (at * (to[0] * from[1])) / (to[1] * from[0]);
}

/** The same moment in frames of another rate, with the dust rule. */
export function convertFrames(at: Frames, from: Rate, to: Rate): Frames {
  return dust(convertExactly(at, from, to));
}

/** How many frames of `to` pass while one of `from` does. */
export function ratio(from: Rate, to: Rate): number {
  return (to[0] * from[1]) / (to[1] * from[0]);
}

let lastRatio = 1;
let lastParts: readonly [number, number] = [1, 1];

/**
 * So many frames at another rate: `factor` is what `ratio` gave. Worked out with the whole numbers that it is made of and one division, as every
 * conversion is, so that the times of an edit meet those of evaluation to the bit. Of a factor that is no such ratio the product.
 */
export function framesBy(at: Frames, factor: number): Frames {
  if (factor !== lastRatio) [lastRatio, lastParts] = [factor, partsOf(factor)];
  return (at * lastParts[0]) / lastParts[1];
}

/** The whole numbers of a fraction, by its continued fraction (Euclid); the number itself over 1 where that takes large ones. */
function partsOf(value: number): readonly [number, number] {
  let [p0, q0, p1, q1, rest] = [0, 1, 1, 0, Math.abs(value)];
  for (let i = 0; i < 24 && Number.isFinite(rest); i++) {
    const whole = Math.floor(rest);
    [p0, q0, p1, q1] = [p1, q1, whole * p1 + p0, whole * q1 + q0];
    if (p1 > 1e8 || q1 > 1e8) break;
    if (p1 / q1 === Math.abs(value)) return [Math.sign(value) * p1, q1];
    rest = 1 / (rest - whole);
  }
  return [value, 1];
}

/** Frames in one second, as a number for display and for counting timecode. */
export function framesPerSecond([num, den]: Rate): number {
  return num / den;
}

export function sameRate(a: Rate, b: Rate): boolean {
  return a[0] * b[1] === b[0] * a[1];
}
