import { fitSegment, legPath, prepareCurve, prepareEase, type VectorKey } from '../keys';
import type { Frames } from '../time';
import { whenSegmentGives, type Segment } from '../timing';
import type { Bending } from './bending';
import { numbersIn } from './difference';
import { heldLeg, isFlat, partsOf, valueOn, type Leg } from './leg';
import type { Looks } from './looks';

/** Legs shorter than this are not cut further: they are as near as keys can come. */
const SHORTEST = 0.25;
/** Times at which a stretch is tried when it is fitted, beside those that are looked at: two for each frame, and so many at the least and at the most. */
const [FEWEST, MOST] = [8, 400];

/**
 * What a bent (or uncuttable) stretch of time makes of a leg, from one incoming time to another: legs that come as near as the
 * tolerance says, cut in halves where one is not near enough. Numbers are fitted by least squares; of points, colours and
 * outlines the progress along the way is, while the way stays itself.
 */
export function fitted(leg: Leg, segment: Segment, from: Frames, to: Frames, bending: Bending): readonly Leg[] {
  if (isFlat(leg)) return [heldLeg(from, to, leg.start)];
  return bending.spec.type === 'N' ? numbers(leg, segment, from, to, bending) : way(leg, segment, from, to, bending);
}

/** Where a fit is tried: evenly over the stretch, and at every time that is looked at. */
function tries(from: Frames, to: Frames, looks: Looks): readonly Frames[] {
  const count = Math.min(MOST, Math.max(FEWEST, Math.ceil((to - from) * 2)));
  return [...Array.from({ length: count - 1 }, (_, i) => from + ((to - from) * (i + 1)) / count), ...seenInside(from, to, looks)].sort((a, b) => a - b);
}

function seenInside(from: Frames, to: Frames, looks: Looks): readonly Frames[] {
  return looks.within(from, to).filter((at) => at > from + 1e-6 && at < to - 1e-6);
}

/** Where a stretch that misses is cut in two: at the time looked at that is nearest to its middle, else there; null where nobody looks and keys would crowd. */
function cutAt(from: Frames, to: Frames, looks: Looks): Frames | null {
  const middle = (from + to) / 2;
  const seen = seenInside(from, to, looks);
  if (seen.length > 0) return seen.reduce((best, at) => (Math.abs(at - middle) < Math.abs(best - middle) ? at : best));
  return to - from > 2 * SHORTEST ? middle : null;
}

function numbers(leg: Leg, segment: Segment, from: Frames, to: Frames, bending: Bending): readonly Leg[] {
  const value = (x: Frames) => valueOn(leg, bending.spec, segment.at(x)) as number;
  const [start, end] = [value(from), value(to)];
  const fit = fitSegment(value, from, to, start, end, tries(from, to, bending.looks), bending.tolerance / 2);
  const middle = fit.worst > bending.tolerance ? cutAt(from, to, bending.looks) : null;
  if (middle !== null) {
    return [...numbers(leg, segment, from, middle, bending), ...numbers(leg, segment, middle, to, bending)];
  }
  return [{ from, to, start, end, held: false, ...(fit.right ? { right: fit.right } : {}), ...(fit.left ? { left: fit.left } : {}) }];
}

function way(leg: Leg, segment: Segment, from: Frames, to: Frames, bending: Bending): readonly Leg[] {
  const { spec, tolerance } = bending;
  const [y0, y1] = [segment.at(from), segment.at(to)];
  const whole = partsOf(leg, spec, Math.max(leg.from, Math.min(y0, y1)), Math.min(leg.to, Math.max(y0, y1)));
  if (!whole) return straights(leg, segment, from, to, bending);
  if (whole.length > 1) {
    const parts = y1 > y0 ? whole : [...whole].reverse();
    let x = from;
    return parts.flatMap((part, i) => {
      const end = i === parts.length - 1 ? to : whenSegmentGives(segment, y1 > y0 ? part.to : part.from);
      const made = end > x ? way(part, segment, x, end, bending) : [];
      x = Math.max(x, end);
      return made;
    });
  }
  const [part] = whole as [Leg];
  const length = lengthOf(part, spec.type === 'P');
  const progress = progressOf(part);
  const ahead = y1 > y0;
  const gone = (x: Frames) => {
    const p = progress(Math.min(1, Math.max(0, (segment.at(x) - part.from) / (part.to - part.from))));
    return ahead ? p : 1 - p;
  };
  const near = tolerance / Math.max(length, 1e-9);
  const fit = fitSegment(gone, from, to, 0, 1, tries(from, to, bending.looks), near / 2);
  const middle = fit.worst > near ? cutAt(from, to, bending.looks) : null;
  if (middle !== null) {
    return [...way(part, segment, from, middle, bending), ...way(part, segment, middle, to, bending)];
  }
  const [start, end] = ahead ? [part.start, part.end] : [part.end, part.start];
  const [pathRight, pathLeft] = ahead ? [part.pathRight, part.pathLeft] : [part.pathLeft, part.pathRight];
  // Handles a third of the way in time: the ease is the fit itself.
  const ease = fit.right && fit.left ? ([1 / 3, fit.right[1], 2 / 3, 1 + fit.left[1]] as const) : null;
  return [{ from, to, start, end, held: false, ...(ease ? { ease } : {}), ...(pathRight ? { pathRight } : {}), ...(pathLeft ? { pathLeft } : {}) }];
}

function progressOf({ curve, ease }: Leg): (u: number) => number {
  if (curve) return prepareCurve(curve).at;
  return Array.isArray(ease) ? prepareEase(...(ease as [number, number, number, number])) : (u) => u;
}

/** How far a leg goes: along its path, else as far as the number that changes most. */
function lengthOf({ start, end, pathRight, pathLeft }: Leg, isPoint: boolean): number {
  const path = isPoint && legPath({ id: '', at: 0, value: start as readonly number[], ...(pathRight ? { pathRight } : {}) } as VectorKey, { id: '', at: 1, value: end as readonly number[], ...(pathLeft ? { pathLeft } : {}) } as VectorKey);
  if (path) return path.length;
  const [a, b] = [numbersIn(start), numbersIn(end)];
  return Math.max(0, ...a.map((one, i) => Math.abs(one - (b[i] ?? one))));
}

/** Even legs between looks: for a way that keys cannot show in part, such as one that springs to and fro. */
function straights(leg: Leg, segment: Segment, from: Frames, to: Frames, bending: Bending): readonly Leg[] {
  const value = (x: Frames) => valueOn(leg, bending.spec, segment.at(x));
  const [start, end] = [value(from), value(to)];
  const [a, b] = [numbersIn(start), numbersIn(end)];
  const misses = tries(from, to, bending.looks).some((x) => numbersIn(value(x)).some((one, i) => Math.abs(a[i]! + ((b[i]! - a[i]!) * (x - from)) / (to - from) - one) > bending.tolerance));
  const middle = misses ? cutAt(from, to, bending.looks) : null;
  if (middle === null) return [{ from, to, start, end, held: false }];
  return [...straights(leg, segment, from, middle, bending), ...straights(leg, segment, middle, to, bending)];
}
