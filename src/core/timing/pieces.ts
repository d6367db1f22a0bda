import { dust, DUST, type Frames } from '../time';
import { held, whenSegmentGives, type Segment } from './segment';
import type { TimeMap } from './time-map';

/** A stretch `[from, to)` of a map inside a window: how it runs and the limits it runs between. */
export type Piece = Segment & {
  /** Outgoing time just after `from` and just before `to`. */
  readonly start: Frames;
  readonly end: Frames;
  /** Whether it begins with a jump: `start` is not where the piece before it ended. */
  readonly jump: boolean;
};

/**
 * Where a source time is shown: a moment (`from` = `to`), or a half-open span of held time. Frames that show it are the
 * whole ones in it; where a held time ends on a whole frame that still shows it (time that ran backwards into an edge,
 * the frame after a pause), `to` lies a dust's width beyond that frame.
 */
export type Showing = { readonly from: Frames; readonly to: Frames };

/** How many pieces one question may walk through before the answer is called capped. */
export const CAP = 100_000;

/** Nearer to each other than this, two outgoing times are the same one with the dust of many steps on it. */
const SAME = 1e-4;

/**
 * The pieces of a map over the window `[from, to)`, in order, made as they are asked for. Each agrees with `at` at every
 * whole frame in it: a whole frame that only the segment before it shows (time runs backwards into an edge) still
 * belongs to that one, and one that neither shows (a turning point) is a piece of its own, a dust's width long. Tells
 * whether it stopped at the cap.
 */
export function* pieces(map: TimeMap, from: Frames, to: Frames): Generator<Piece, { readonly capped: boolean }> {
  let count = 0;
  let ended: Frames | null = null;
  const cut = (segment: Segment, a: Frames, b: Frames): Piece => {
    const [start, end] = [segment.at(a), segment.at(b)];
    const piece = { ...segment, from: a, to: b, start, end, jump: ended !== null && Math.abs(start - ended) > DUST };
    ended = end;
    count++;
    return piece;
  };
  let before: Segment | null = null;
  let begin = from;
  for (const segment of map.walk(from, to)) {
    if (count >= CAP) return { capped: true };
    const edge = segment.from;
    let [end, next] = [edge, edge];
    if (edge === Math.round(edge)) {
      const shown = map.at(edge);
      if (Math.abs(segment.at(edge) - shown) > SAME) {
        next = Math.min(segment.to, edge + DUST);
        if (before && Math.abs(before.at(edge) - shown) <= SAME) end = next;
        else {
          if (before) yield cut(before, begin, edge);
          before = held(edge, next, shown);
          begin = edge;
          end = next;
        }
      }
    }
    if (before && end > begin) yield cut(before, begin, end);
    before = segment;
    begin = next;
  }
  if (before && to > begin) yield cut(before, begin, to);
  return { capped: false };
}

/** So far from a whole frame a bent piece may give its value as well. */
const FLAT = 0.01;

/** Every x in `[from, to)` at which the source time `s` is shown, with a cap on the pieces looked at. */
export function preimages(map: TimeMap, s: Frames, from: Frames, to: Frames): { readonly found: readonly Showing[]; readonly capped: boolean } {
  const found: { from: Frames; to: Frames }[] = [];
  const walk = pieces(map, from, to);
  for (let step = walk.next(); ; step = walk.next()) {
    if (step.done) return { found, capped: step.value.capped };
    const piece = step.value;
    if (piece.kind === 'held') {
      if (Math.abs(piece.start - s) <= DUST) add(piece.from, piece.to);
      continue;
    }
    const [low, high] = piece.start < piece.end ? [piece.start, piece.end] : [piece.end, piece.start];
    // The dust of the steps before may have been stretched by those after them.
    if (s < low - SAME || s > high + SAME) continue;
    const x = settled(Math.max(piece.from, dust(whenSegmentGives(piece, s))), piece);
    // The limit at an edge is not always shown there: only what the map itself answers counts.
    if (x < piece.to && Math.abs(map.at(x) - s) <= DUST * (2 + 2 * Math.abs(piece.rate(x)))) add(x, x);
  }

  /** Where a bent piece hardly moves, a dust of its value is a long way: a whole frame that shows the same is meant. */
  function settled(x: Frames, piece: Piece): Frames {
    const whole = Math.round(x);
    return piece.kind === 'curved' && Math.abs(whole - x) < FLAT && whole >= piece.from && whole < piece.to && Math.abs(map.at(whole) - s) <= DUST ? whole : x;
  }

  function add(start: Frames, end: Frames): void {
    const last = found[found.length - 1];
    if (!last || start > last.to + 1e-9) found.push({ from: start, to: end });
    // A moment right after a span is shown too.
    else last.to = Math.max(last.to, end > start || last.from === start ? end : start + DUST);
  }
}
