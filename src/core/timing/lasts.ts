import { DUST, type Frames } from '../time';
import { pieces } from './pieces';
import { whenSegmentGives } from './segment';
import type { TimeMap } from './time-map';

/** So many lengths of the source are looked at, and so many pieces: what still moves then goes on without end. */
const FAR = 60;
const MOST = 2000;

/**
 * How long a map has something new to show of a source of D frames, counted from `from`: until it leaves the source, or comes to a rest that it never
 * leaves. Null where that never comes, as in an endless loop, or where it never moves. `pace` is how many frames of the source pass in one of `x`.
 */
export function lasts(map: TimeMap, D: Frames, from: Frames, pace = 1): Frames | null {
  const end = from + (D * FAR) / pace;
  let [rest, moved, count]: [Frames | null, boolean, number] = [null, false, 0];
  let reached: Frames = -Infinity;
  for (const piece of pieces(map, from, end)) {
    if (++count > MOST) return null;
    if (piece.kind === 'held') {
      rest ??= piece.from;
      continue;
    }
    [rest, moved, reached] = [null, true, piece.end];
    // Where the tooth of a loop would reach the end the next has begun.
    if (piece.end > D + DUST) return (piece.start >= D ? piece.from : whenSegmentGives(piece, D)) - from;
  }
  if (rest === null || !moved) return null;
  // The frame it comes to rest on is the last that is new; where it was on the way beyond that, it has been seen.
  return rest - from + (reached > map.at(rest) + DUST ? 0 : 1);
}
