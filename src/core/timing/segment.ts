import type { Frames } from '../time';

/** Which neighbour a question at the very edge of two segments means: the one that begins there, or the one that ends. */
export type Side = 'right' | 'left';

/**
 * A stretch of incoming time on which a map runs one way: evenly (`linear`), bent but never turning (`curved`), or not
 * at all (`held`). `from` and `to` may be infinite; at the edges `at` gives the limit from inside.
 */
export type Segment = {
  readonly from: Frames;
  readonly to: Frames;
  readonly kind: 'linear' | 'curved' | 'held';
  readonly at: (x: Frames) => Frames;
  readonly rate: (x: Frames) => number;
};

/** So near to an edge a time is the edge: dividing leaves more than nothing, and no edges lie closer together. */
export const NEAR = 1e-9;

/** A straight segment through (x0, y0). A slope of 0 is `held`. */
export function straight(from: Frames, to: Frames, x0: Frames, y0: Frames, slope: number): Segment {
  if (slope === 0) return held(from, to, y0);
  return { from, to, kind: 'linear', at: (x) => y0 + (x - x0) * slope, rate: () => slope };
}

export function held(from: Frames, to: Frames, y: Frames): Segment {
  return { from, to, kind: 'held', at: () => y, rate: () => 0 };
}

/** Whether a question at `x` means what lies before an edge. */
export function isBefore(x: Frames, edge: Frames, side: Side): boolean {
  return side === 'left' ? x <= edge + NEAR : x < edge - NEAR;
}

/** Which of the equal parts that begin at 0 a question means, the first being 0; a hair before an edge is on it. */
export function partBeside(since: Frames, length: Frames, side: Side): number {
  return side === 'right' ? Math.floor((since + NEAR) / length) : Math.ceil((since - NEAR) / length) - 1;
}

/**
 * The incoming time at which a segment that moves gives `y`. Straight segments may be asked beyond their ends; bent
 * ones answer the end nearest to `y`.
 */
export function whenSegmentGives({ from, to, kind, at, rate }: Segment, y: Frames): Frames {
  if (kind === 'linear') {
    const x0 = Number.isFinite(from) ? from : Number.isFinite(to) ? to : 0;
    return x0 + (y - at(x0)) / rate(x0);
  }
  let [low, high] = [from, to];
  const rising = at(high) > at(low);
  for (let round = 0; round < 200 && high - low > 1e-12 * (1 + Math.abs(low)); round++) {
    const middle = (low + high) / 2;
    if (at(middle) < y === rising) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
