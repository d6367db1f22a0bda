import { dust, DUST, type Frames } from '../time';
import { held, NEAR, straight, whenSegmentGives, type Segment, type Side } from './segment';

/**
 * A map from incoming to outgoing time, prepared once and sampled often. Everything that the engine must answer about a
 * timing (rate, pieces, preimages) is found by walking its segments; `at` alone is what frames are made of, dust rule
 * included.
 */
export type TimeMap = {
  readonly at: (x: Frames) => Frames;
  /**
   * The segments met on the way from one finite time to another, in the order of the way, which goes backwards where
   * `to` lies before `from`. Clipped to the way, which they cover without a hole; made as they are asked for. What is
   * shown at the very edge of two of them is for `at` to say.
   */
  readonly walk: (from: Frames, to: Frames) => Iterable<Segment>;
};

/** A map that finds its segment beside any time; of two neighbours each must begin where the other ends, to the bit. */
export function mapOf(at: TimeMap['at'], segment: (x: Frames, side: Side) => Segment): TimeMap {
  return { at, walk: (from, to) => (from <= to ? ahead(segment, from, to) : back(segment, from, to)) };
}

function* ahead(segment: (x: Frames, side: Side) => Segment, from: Frames, to: Frames): Generator<Segment> {
  for (let x = from; x < to; ) {
    const found = segment(x, 'right');
    const end = Math.min(to, onward(x, found.to, 1));
    yield clipped(found, x, end);
    x = end;
  }
}

function* back(segment: (x: Frames, side: Side) => Segment, from: Frames, to: Frames): Generator<Segment> {
  for (let x = from; x > to; ) {
    const found = segment(x, 'left');
    const end = Math.max(to, onward(x, found.from, -1));
    yield clipped(found, end, x);
    x = end;
  }
}

/** The next edge; far out, where numbers are coarser than what they should tell apart, at least another number. */
function onward(x: Frames, edge: Frames, way: 1 | -1): Frames {
  return (edge - x) * way > 0 ? edge : x + way * NEAR * (1 + Math.abs(x));
}

function clipped(segment: Segment, from: Frames, to: Frames): Segment {
  return { ...segment, from, to };
}

export const identity: TimeMap = mapOf((x) => x, () => straight(-Infinity, Infinity, 0, 0, 1));

/** A straight map: y = (x − from) · num / den, worked out with one division. */
export function straightMap(from: Frames, num: number, den: number): TimeMap {
  const segment = straight(-Infinity, Infinity, from, 0, num / den);
  return mapOf((x) => dust(((x - from) * num) / den), () => segment);
}

/** `first`, then `second` on what it returned. */
export function compose(first: TimeMap, second: TimeMap): TimeMap {
  if (first === identity) return second;
  if (second === identity) return first;
  const [one, other] = [first.at, second.at];
  const map: TimeMap = { at: (x) => other(one(x)), walk: (from, to) => walkThrough(first, second, from, to) };
  stepsOf.set(map, [...(stepsOf.get(first) ?? [one]), ...(stepsOf.get(second) ?? [other])]);
  return map;
}

/** All maps one after another: the first sees the incoming time. */
export function composeAll(maps: readonly TimeMap[]): TimeMap {
  const moving = maps.filter((map) => map !== identity);
  if (moving.length < 3) return moving.reduce(compose, identity);
  // One flat chain for sampling; the segments go through pairs.
  const at = chain(moving.flatMap((map) => stepsOf.get(map) ?? [map.at]));
  const map = { ...moving.reduce(compose), at };
  stepsOf.set(map, moving.flatMap((one) => stepsOf.get(one) ?? [one.at]));
  return map;
}

type Step = (x: Frames) => Frames;
/** What composed maps are made of, so that composing them again makes one chain and not a chain of chains. */
const stepsOf = new WeakMap<TimeMap, readonly Step[]>();

/** Steps one after another. Written out: a loop over them costs twice as much for each (measured: 360 ns against 200 for ten). */
function chain(steps: readonly Step[]): Step {
  const [a, b, c, d, e, f, ...rest] = steps as readonly [Step, Step, Step, Step, Step, Step, ...Step[]];
  switch (steps.length) {
    case 0: return (x) => x;
    case 1: return a;
    case 2: return (x) => b(a(x));
    case 3: return (x) => c(b(a(x)));
    case 4: return (x) => d(c(b(a(x))));
    case 5: return (x) => e(d(c(b(a(x)))));
    case 6: return (x) => f(e(d(c(b(a(x))))));
    default: return chain([(x) => f(e(d(c(b(a(x)))))), ...rest]);
  }
}

/** How many outgoing frames pass in one incoming frame at x (what comes next counts at an edge). */
export function rateAt(map: TimeMap, x: Frames): number {
  for (const segment of map.walk(x, x + 1)) return segment.rate(x);
  return 0;
}

/** Walks the first map; each of its segments is a way through the second, ahead or back. */
function* walkThrough(first: TimeMap, second: TimeMap, from: Frames, to: Frames): Generator<Segment> {
  for (const outer of first.walk(from, to)) {
    if (outer.kind === 'held') {
      yield held(outer.from, outer.to, second.at(dust(outer.at(outer.from))));
      continue;
    }
    const [begin, end] = from <= to ? [outer.from, outer.to] : [outer.to, outer.from];
    const [y0, y1] = [dust(outer.at(begin)), dust(outer.at(end))];
    let x = begin;
    let last: Segment | null = null;
    for (const inner of second.walk(y0, y1)) {
      const edge = y0 <= y1 ? inner.to : inner.from;
      const next = edge === y1 ? end : between(meets(outer, edge), x, end);
      // What division leaves between two edges that are one is no segment.
      if (Math.abs(next - x) <= NEAR) continue;
      if (last) yield last;
      last = joined(outer, inner, x, next);
      x = next;
    }
    // A way too short for the second map to have any is its one moment.
    if (!last) yield held(outer.from, outer.to, second.at(y0));
    else yield begin <= end ? { ...last, to: end } : { ...last, from: end };
  }
}

/**
 * When a segment arrives at an edge of the next map. Times a dust's width below a whole frame are that frame, whichever
 * way they run; that shows only where time runs so slowly that a dust lasts for a while.
 */
function meets(segment: Segment, edge: Frames): Frames {
  const x = whenSegmentGives(segment, edge);
  const slow = Math.abs(segment.rate(x)) < 0.01 && edge === Math.round(edge);
  return slow ? whenSegmentGives(segment, edge - DUST) : dust(x);
}

function between(x: Frames, a: Frames, b: Frames): Frames {
  return a <= b ? Math.min(b, Math.max(a, x)) : Math.max(b, Math.min(a, x));
}

function joined(outer: Segment, inner: Segment, a: Frames, b: Frames): Segment {
  const [from, to] = a <= b ? [a, b] : [b, a];
  if (inner.kind === 'held') return held(from, to, inner.at(inner.from));
  return {
    from, to,
    kind: outer.kind === 'linear' && inner.kind === 'linear' ? 'linear' : 'curved',
    at: (x) => inner.at(outer.at(x)),
    rate: (x) => inner.rate(outer.at(x)) * outer.rate(x),
  };
}
