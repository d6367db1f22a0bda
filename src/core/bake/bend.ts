import { DUST, dust, type Frames } from '../time';
import { whenSegmentGives, type Segment } from '../timing';
import type { Bending } from './bending';
import { fitted } from './fitted';
import { heldLeg, legAt, partsOf, type Leg, type Making } from './leg';

/**
 * A motion as it is seen through a map: legs over incoming time, one after another without a hole. Along straight segments legs are
 * moved, stretched and turned round as they are; what a bent segment makes of them is fitted anew.
 */
export function bentLegs(motion: readonly Leg[], segments: readonly Segment[], bending: Bending): readonly Leg[] {
  const legs: Leg[] = [];
  for (const segment of segments) {
    const { from, to, kind } = segment;
    const [y0, y1] = [dust(segment.at(from)), dust(segment.at(to))];
    if (kind === 'held' || y0 === y1) legs.push(heldLeg(from, to, bending.shown(y0)));
    else if (kind === 'linear') straightened(motion, from, to, y0, y1, segment, bending, legs);
    else along(motion, y0, y1, (y) => clamped(whenSegmentGives(segment, y), from, to), from, to, (leg, a, b) => legs.push(...fitted(leg, segment, a, b, bending)));
  }
  return legs;
}

function clamped(x: Frames, from: Frames, to: Frames): Frames {
  return Math.min(to, Math.max(from, x));
}

/** Index of the leg in which a time lies; the last of those that begin at or before it. */
function legAround(motion: readonly Leg[], at: Frames): number {
  let [low, high] = [0, motion.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (motion[middle]!.from <= at + DUST) low = middle + 1;
    else high = middle;
  }
  return Math.max(0, low - 1);
}

/** Meets the legs on a way from one time to another, in the order of the way, each with the incoming times at which it is met. */
function along(motion: readonly Leg[], y0: Frames, y1: Frames, when: (y: Frames) => Frames, from: Frames, to: Frames, meet: (leg: Leg, a: Frames, b: Frames) => void): void {
  const ahead = y1 > y0;
  const [low, high] = ahead ? [y0, y1] : [y1, y0];
  const [first, last] = [legAround(motion, low), legAround(motion, high - 2 * DUST)];
  let x = from;
  for (let i = ahead ? first : last; ahead ? i <= last : i >= first; i += ahead ? 1 : -1) {
    const leg = motion[i]!;
    const isLast = i === (ahead ? last : first);
    const end = isLast ? to : when(ahead ? leg.to : leg.from);
    if (end > x) meet(leg, x, end);
    if (end > x) x = end;
  }
}

function straightened(motion: readonly Leg[], from: Frames, to: Frames, y0: Frames, y1: Frames, segment: Segment, bending: Bending, legs: Leg[]): void {
  const slope = (y1 - y0) / (to - from);
  const scale = 1 / slope;
  const by = from - y0 * scale;
  along(motion, y0, y1, (y) => clamped(dust(y * scale + by), from, to), from, to, (leg, a, b) => {
    const [p, q] = [y0 + (a - from) * slope, y0 + (b - from) * slope];
    const parts = partsOf(leg, bending.spec, Math.max(leg.from, dust(Math.min(p, q))), Math.min(leg.to, dust(Math.max(p, q))));
    if (!parts) {
      legs.push(...fitted(leg, segment, a, b, bending));
      return;
    }
    // The ends are told, so that no dust of dividing comes between a leg and the next.
    for (let i = 0; i < parts.length; i++) {
      const one: Making = legAt(parts[scale < 0 ? parts.length - 1 - i : i]!, scale, by);
      one.from = i === 0 ? a : dust(one.from);
      one.to = i === parts.length - 1 ? b : dust(one.to);
      legs.push(one);
    }
  });
}
