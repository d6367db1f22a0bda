import type { Frames } from '../time';
import { held, straight, type Segment } from './segment';
import { mapOf, type TimeMap } from './time-map';

/** Looks at each frame. */
const PARTS = 4;
/** Frames that are looked at together. */
const BLOCK = 64;
/** So near before the end of a stretch its own side of a jump is met. */
const HAIR = 1e-6;
/** What differs by less stands still, or goes straight on. */
const STILL = 1e-7;
/** More than that between two stretches is a jump. */
const JUMP = 1e-4;
/** Blocks that are remembered; then all of them are let go of. */
const MOST_BLOCKS = 2048;

/**
 * A map that has no pieces of its own: it is looked at a few times each frame, and what runs the same way is one stretch, held, straight or bent. A
 * jump lies where two looks are; at whole frames it is exact.
 */
export function sampledMap(at: (x: Frames) => Frames): TimeMap {
  const blocks = new Map<number, readonly Segment[]>();
  const blockOf = (k: number) => {
    let block = blocks.get(k);
    if (!block) {
      if (blocks.size >= MOST_BLOCKS) blocks.clear();
      blocks.set(k, (block = stretches(at, k * BLOCK, (k + 1) * BLOCK)));
    }
    return block;
  };
  return mapOf(at, (x, side): Segment => {
    const k = side === 'right' ? Math.floor(x / BLOCK + 1e-9) : Math.ceil(x / BLOCK - 1e-9) - 1;
    const block = blockOf(k);
    const found = block.find(({ to }) => (side === 'right' ? x < to - 1e-9 : x <= to + 1e-9));
    return found ?? block[block.length - 1]!;
  });
}

/** Looks between two times, with one more where the map jumps. */
function* cells(at: (x: Frames) => Frames, from: Frames, to: Frames): Generator<readonly [Frames, Frames]> {
  for (let n = 0; n < (to - from) * PARTS; n++) {
    const a = from + n / PARTS;
    const b = a + 1 / PARTS;
    const jump = jumpIn(at, a, b);
    if (jump !== null) yield [a, jump];
    yield [jump ?? a, b];
  }
}

/** A frame's part of less is no jump that anybody sees. */
const SEEN = 0.02;

/** Where in a cell most of what it changes by happens at once; null where it does not. */
function jumpIn(at: (x: Frames) => Frames, from: Frames, to: Frames): Frames | null {
  let [low, high] = [from, to - HAIR];
  let [start, end] = [at(low), at(high)];
  const whole = Math.abs(end - start);
  if (whole < SEEN || Math.abs((start + end) / 2 - at((low + high) / 2)) < whole / 8) return null;
  while (high - low > HAIR / 4) {
    const middle = (low + high) / 2;
    const value = at(middle);
    if (Math.abs(value - start) > Math.abs(end - value)) [high, end] = [middle, value];
    else [low, start] = [middle, value];
  }
  return Math.abs(end - start) > whole / 2 && high > from + HAIR && high < to - 2 * HAIR ? high : null;
}

type Way = 'held' | 'linear' | 'up' | 'down';

function stretches(at: (x: Frames) => Frames, from: Frames, to: Frames): readonly Segment[] {
  const all: Segment[] = [];
  let open: { from: Frames; start: Frames; slope: number; way: Way; end: Frames } | null = null;
  const close = (until: Frames) => {
    if (!open) return;
    const { from: a, start, slope, way } = open;
    all.push(way === 'held' || !Number.isFinite(slope) ? held(a, until, start) : way === 'linear' ? straight(a, until, a, start, slope) : bent(at, a, until));
    open = null;
  };
  for (const [a, b] of cells(at, from, to)) {
    const [start, middle, end] = [at(a), at((a + b) / 2), at(b - HAIR)];
    const slope = (end - start) / (b - HAIR - a);
    const isStraight = Math.abs((start + end) / 2 - middle) < STILL * 4;
    const way: Way = Math.abs(end - start) < STILL ? 'held' : isStraight ? 'linear' : end > start ? 'up' : 'down';
    const goesOn: boolean = open !== null && Math.abs(open.end - start) < JUMP + Math.abs(slope) * HAIR * 2
      && (way === 'held' ? open.way === 'held' : way === 'linear' ? open.way === 'linear' && Math.abs(open.slope - slope) < STILL * 10 : open.way === way);
    if (!goesOn) {
      close(a);
      open = { from: a, start, slope, way, end };
    } else open!.end = end;
  }
  close(to);
  return all;
}

/** A bent stretch is as it is asked. Just before its end its own side of a jump counts. */
function bent(at: (x: Frames) => Frames, from: Frames, to: Frames): Segment {
  const inside = (x: Frames) => at(x >= to - HAIR ? to - HAIR : x);
  return { from, to, kind: 'curved', at: inside, rate: (x) => (inside(Math.min(to, x + 0.01)) - inside(Math.max(from, x - 0.01))) / (Math.min(to, x + 0.01) - Math.max(from, x - 0.01)) };
}
