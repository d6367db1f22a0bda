import type { Frames } from '../time';
import { dotAt, type Cubic } from './bezier';
import type { Handle } from './key';

/** One segment that comes near a motion: its handles (absent ones: straight), and how far it misses at the worst of the times asked for. */
export type Fit = { readonly right?: Handle; readonly left?: Handle; readonly worst: number };

/** The worst miss of a straight line between two points over some times. */
function straightMiss(sample: (x: Frames) => number, from: Frames, to: Frames, start: number, end: number, times: readonly Frames[]): number {
  let worst = 0;
  for (const x of times) worst = Math.max(worst, Math.abs(start + ((end - start) * (x - from)) / (to - from) - sample(x)));
  return worst;
}

/**
 * The segment from `start` to `end` that comes nearest to a motion at the times given, which lie between: straight where that is
 * within `enough`, else a cubic whose handles lie a third of the way in time, so that its value is a polynomial of time, with the
 * heights of least squares.
 */
export function fitSegment(sample: (x: Frames) => number, from: Frames, to: Frames, start: number, end: number, times: readonly Frames[], enough: number): Fit {
  const worst = straightMiss(sample, from, to, start, end, times);
  if (worst <= enough || times.length < 2) return { worst };
  const third = (to - from) / 3;
  // What is missed by the cubic of two heights: a·b1(u) + b·b2(u) should be what is left of the motion.
  let [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0];
  const rest = (u: number, value: number) => value - start * (1 - u) ** 3 - end * u ** 3;
  for (const x of times) {
    const u = (x - from) / (to - from);
    const [p, q, y] = [3 * u * (1 - u) ** 2, 3 * u * u * (1 - u), rest(u, sample(x))];
    [aa, ab, bb, ay, by] = [aa + p * p, ab + p * q, bb + q * q, ay + p * y, by + q * y];
  }
  const scale = aa * bb - ab * ab;
  if (Math.abs(scale) < 1e-12) return { worst };
  const [a, b] = [(ay * bb - by * ab) / scale, (by * aa - ay * ab) / scale];
  const cubic: Cubic = [[0, start], [1 / 3, a], [2 / 3, b], [1, end]];
  let miss = 0;
  for (const x of times) miss = Math.max(miss, Math.abs(dotAt(cubic, (x - from) / (to - from))[1] - sample(x)));
  if (miss >= worst) return { worst };
  return { right: [third, a - start], left: [-third, b - end], worst: miss };
}
