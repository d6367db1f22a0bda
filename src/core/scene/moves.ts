import type { Span } from '../time';

/** Stillness shorter than this belongs to the move around it, in frames. */
const PAUSE = 4;

/**
 * The moves of a composition by how much changes in each of its frames: from the pose that each begins on to the pose that it comes to rest on.
 * What stands for less than a few frames is part of a move.
 */
export function movesIn(counts: Uint8Array): readonly Span[] {
  const moves: [number, number][] = [];
  for (let frame = 1; frame < counts.length; frame++) {
    if (counts[frame] === 0) continue;
    const last = moves[moves.length - 1];
    // A frame that differs from the one before is on the way from that one.
    if (last && frame - 1 - last[1] < PAUSE) last[1] = frame;
    else moves.push([frame - 1, frame]);
  }
  return moves;
}
