import { lastAtOrBefore } from '../keys';
import { dust } from '../time';
import { isBefore, NEAR, type Segment } from './segment';
import { mapOf, type TimeMap } from './time-map';

/** A map of a list of segments in order, which cover all times without a hole, each but the last with some length. At an edge the later one counts, and a time a hair before it is on it. */
export function piecewise(segments: readonly Segment[]): TimeMap {
  const starts = Float64Array.from(segments, (segment) => segment.from);
  return mapOf(
    (x) => {
      const segment = segments[Math.max(0, lastAtOrBefore(starts, x + NEAR))]!;
      return dust(segment.at(Math.max(x, segment.from)));
    },
    (x, side) => {
      let i = Math.max(0, lastAtOrBefore(starts, x) - 1);
      while (i < segments.length - 1 && !isBefore(x, segments[i]!.to, side)) i++;
      return segments[i]!;
    },
  );
}
