import { DUST, type Frames } from '../time';
import type { TimeMap } from './time-map';
import { whenSegmentGives } from './segment';

/** A stretch of a map inside a window: how it runs and the limits it runs between. */
export type Piece = {
  readonly from: Frames;
  readonly to: Frames;
  readonly kind: 'linear' | 'curved' | 'held';
  /** Outgoing time just after `from` and just before `to`. */
  readonly start: Frames;
  readonly end: Frames;
  /** Whether it begins with a jump: `start` is not where the piece before it ended. */
  readonly jump: boolean;
};

/** Where a source time is shown: a moment (`from` = `to`), or a half-open span of held time. */
export type Showing = { readonly from: Frames; readonly to: Frames };

/** How many pieces one question may walk through before the answer is called capped. */
export const CAP = 100_000;

/** The pieces of a map over the window `[from, to)`, in order, made as they are asked for. Ends silently at the cap. */
export function* pieces(map: TimeMap, from: Frames, to: Frames): Generator<Piece, { readonly capped: boolean }> {
  let x = from;
  let before: Frames | null = null;
  for (let count = 0; x < to; count++) {
    if (count >= CAP) return { capped: true };
    const segment = map.segment(x, 'right');
    // A segment shorter than the numbers can tell apart must not stop the walk.
    const end = Math.min(to, segment.to > x ? segment.to : x + 1e-9);
    const [start, last] = [segment.at(x), segment.at(end)];
    yield { from: x, to: end, kind: segment.kind, start, end: last, jump: before !== null && Math.abs(start - before) > DUST };
    before = last;
    x = end;
  }
  return { capped: false };
}

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
    if (s < low - DUST || s > high + DUST) continue;
    const segment = map.segment(piece.from, 'right');
    const x = Math.min(piece.to, Math.max(piece.from, whenSegmentGives(segment, s)));
    // The limit at an edge is not always shown there: only what the map itself answers counts.
    if (x < to && Math.abs(map.at(x) - s) <= 2 * DUST) add(x, x);
  }

  function add(start: Frames, end: Frames): void {
    const last = found[found.length - 1];
    if (last && start <= last.to + 1e-9) last.to = Math.max(last.to, end);
    else found.push({ from: start, to: end });
  }
}
