import { dust, type Frames } from '../time';
import { held, straight, whenSegmentGives, type Segment, type Side } from './segment';

/**
 * A map from incoming to outgoing time, prepared once and sampled often. Everything that the engine must answer about a
 * timing (rate, pieces, preimages) is found from `segment`; `at` alone is what frames are made of, dust rule included.
 */
export type TimeMap = {
  readonly at: (x: Frames) => Frames;
  /** The segment that holds times just after (`right`) or just before (`left`) x. */
  readonly segment: (x: Frames, side: Side) => Segment;
};

export const identity: TimeMap = { at: (x) => x, segment: () => straight(-Infinity, Infinity, 0, 0, 1) };

/** A straight map: y = (x − from) · num / den, worked out with one division. */
export function straightMap(from: Frames, num: number, den: number): TimeMap {
  const segment = straight(-Infinity, Infinity, from, 0, num / den);
  return { at: (x) => dust(((x - from) * num) / den), segment: () => segment };
}

/** `first`, then `second` on what it returned. */
export function compose(first: TimeMap, second: TimeMap): TimeMap {
  if (first === identity) return second;
  if (second === identity) return first;
  return {
    at: (x) => second.at(first.at(x)),
    segment: (x, side) => composeSegments(first.segment(x, side), second, x, side),
  };
}

/** All maps one after another: the first sees the incoming time. */
export function composeAll(maps: readonly TimeMap[]): TimeMap {
  const moving = maps.filter((map) => map !== identity);
  if (moving.length < 3) return moving.reduce(compose, identity);
  const steps = moving.map((map) => map.at);
  // One flat loop for sampling; the segments go through pairs.
  return { ...moving.reduce(compose), at: (x) => steps.reduce((time, step) => step(time), x) };
}

/** How many outgoing frames pass in one incoming frame at x (what comes next counts at an edge). */
export function rateAt(map: TimeMap, x: Frames): number {
  return map.segment(x, 'right').rate(x);
}

function composeSegments(inner: Segment, outer: TimeMap, x: Frames, side: Side): Segment {
  if (inner.kind === 'held') return held(inner.from, inner.to, outer.at(dust(inner.at(x))));
  const rising = inner.rate(x) > 0 || (inner.kind === 'curved' && inner.at(inner.to) > inner.at(inner.from));
  const y = dust(inner.at(x));
  // Running backwards, what comes next in x comes before in y.
  const next = outer.segment(y, rising ? side : side === 'right' ? 'left' : 'right');
  const [early, late] = rising ? [next.from, next.to] : [next.to, next.from];
  const from = Number.isFinite(early) ? Math.max(inner.from, edge(inner, early)) : inner.from;
  const to = Number.isFinite(late) ? Math.min(inner.to, edge(inner, late)) : inner.to;
  if (next.kind === 'held') return held(from, to, next.at(y));
  return {
    from,
    to,
    kind: inner.kind === 'linear' && next.kind === 'linear' ? 'linear' : 'curved',
    at: (t) => next.at(inner.at(t)),
    rate: (t) => next.rate(inner.at(t)) * inner.rate(t),
  };
}

/** Where the inner segment meets an edge of the outer one; a bent one that never does answers its own end. */
function edge(inner: Segment, y: Frames): Frames {
  return dust(whenSegmentGives(inner, y));
}
