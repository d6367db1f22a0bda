import type { Frames } from '../time';
import { held, straight, type Segment } from './segment';
import { mapOf, type TimeMap } from './time-map';

/** Pieces of a frame between two samples. */
const PARTS = 4;
/** So near before the end of a piece its own side of a jump is met. */
const HAIR = 1e-6;
/** What differs by less stands still. */
const STILL = 1e-9;

/**
 * A map that has no pieces of its own: it is looked at a few times each frame, and runs straight from one look to the next. A jump lies where
 * pieces meet; at whole frames it is exact.
 */
export function sampledMap(at: (x: Frames) => Frames): TimeMap {
  return mapOf(at, (x, side): Segment => {
    const cell = side === 'right' ? Math.floor(x * PARTS + 1e-7) : Math.ceil(x * PARTS - 1e-7) - 1;
    const [from, to] = [cell / PARTS, (cell + 1) / PARTS];
    const start = at(from);
    const last = at(to - HAIR);
    const slope = (last - start) / (to - HAIR - from);
    return Math.abs(last - start) < STILL || !Number.isFinite(slope) ? held(from, to, start) : straight(from, to, from, start, slope);
  });
}
