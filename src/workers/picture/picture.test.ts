import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { createFrameKeeper } from './frame-keeper';
import { frameDue } from './frame-due';
import { startPlaying } from './player';

describe('which frame is due', () => {
  test('goes round in the half-open range', () => {
    expect([0, 1, 9, 10, 11, 25].map((passed) => frameDue(passed, 5, [0, 10]))).toEqual([5, 6, 4, 5, 6, 0]);
    expect(frameDue(3, 28, [20, 30])).toBe(21);
  });
  test('over the seam of a composition that runs round, the last frame leads to the first', () => {
    expect([0, 1, 2, 3, 4, 5, 6].map((passed) => frameDue(passed, 97, [97, 103], 100))).toEqual([97, 98, 99, 0, 1, 2, 97]);
    expect([0, 2, 4].map((passed) => frameDue(passed, -2, [-2, 3], 100))).toEqual([98, 0, 2]);
  });
  test('never leaves it', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 90 }), fc.nat(), (passed, from, length, offset) => {
      const frame = frameDue(passed, from + (offset % length), [from, from + length]);
      return frame >= from && frame < from + length;
    })));
});

describe('playing by the clock', () => {
  beforeEach(() => void vi.useFakeTimers({ now: 0 }));
  afterEach(() => void vi.useRealTimers());
  const play = (cost: (frame: number) => number, ahead: () => boolean = () => false) => {
    const painted: number[] = [];
    const stop = startPlaying({
      range: [0, 30], originFrame: 0, originTime: 0, framesPerSecond: 10, now: () => Date.now(),
      paint: (frame) => {
        painted.push(frame);
        vi.setSystemTime(Date.now() + cost(frame));
      },
      paintAhead: ahead,
    });
    return { painted, stop };
  };
  test('every frame once, in order, none late', () => {
    const { painted, stop } = play(() => 0);
    vi.advanceTimersByTime(990);
    expect(painted).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(stop()).toMatchObject({ frames: 10, late: 0, dropped: 0 });
  });
  test('a slow picture is late, and what it took is dropped rather than time slowed', () => {
    const { painted, stop } = play((frame) => (frame === 2 ? 250 : 1));
    vi.advanceTimersByTime(990);
    expect(painted.slice(0, 4)).toEqual([0, 1, 2, 4]);
    const log = stop();
    expect(log.late).toBe(1 + (log.frames > 3 ? 1 : 0));
    expect(log.dropped).toBe(1);
  });
  test('stops when told', () => {
    const { painted, stop } = play(() => 1);
    vi.advanceTimersByTime(250);
    stop();
    vi.advanceTimersByTime(1000);
    expect(painted.length).toBe(3);
  });
  test('paints ahead only while there is time for it', () => {
    let ahead = 0;
    play(() => 1, () => {
      ahead++;
      vi.setSystemTime(Date.now() + 30);
      return true;
    });
    expect(ahead).toBeGreaterThan(0);
    expect(Date.now()).toBeLessThan(100);
  });
});

describe('whole frames remembered', () => {
  const picture = () => ({ width: 10, height: 10 });
  const keeper = (frames: number) => {
    const gone: unknown[] = [];
    return { gone, keep: createFrameKeeper(() => frames * 400, (one) => gone.push(one)) };
  };
  test('what plays next is painted first, then round to what was passed', () => {
    const { keep } = keeper(100);
    const order: number[] = [];
    keep.centre(7, [0, 10]);
    for (let next = keep.nextMissing(); next !== null; next = keep.nextMissing()) {
      order.push(next);
      keep.keep(next, picture());
    }
    expect(order).toEqual([7, 8, 9, 0, 1, 2, 3, 4, 5, 6]);
    expect([...keep.ready(12)]).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 0, 0]);
  });
  test('under the cap the farthest from the playhead go', () => {
    const { keep, gone } = keeper(3);
    keep.centre(50, [0, 100]);
    for (const frame of [10, 49, 50, 51]) keep.keep(frame, picture());
    expect(keep.get(10)).toBeNull();
    expect(keep.get(50)).not.toBeNull();
    expect(gone.length).toBe(1);
  });
  test('filling ends when no more fit', () => {
    const { keep } = keeper(5);
    let count = 0;
    keep.centre(0, [0, 300]);
    for (let next = keep.nextMissing(); next !== null && count < 50; next = keep.nextMissing()) {
      keep.keep(next, picture());
      count++;
    }
    expect(count).toBeLessThanOrEqual(5);
  });
  test('a full keeper still paints what the playhead needs where it has gone, and then rests', () => {
    const { keep } = keeper(10);
    const fill = (playhead: number) => {
      keep.centre(playhead, [0, 300]);
      let count = 0;
      for (let next = keep.nextMissing(); next !== null && count < 50; next = keep.nextMissing()) {
        keep.keep(next, picture());
        count++;
      }
      return [count, [...keep.ready(300)].flatMap((there, frame) => (there ? [frame] : []))];
    };
    fill(0);
    expect(fill(200)).toEqual([9, expect.arrayContaining([199, 200, 203, 207]) as unknown]);
    expect(fill(200)[0]).toBe(0);
    // Two frames on, two are wanted that are not there, and no more are thrown out than that.
    expect(fill(202)[0]).toBeLessThanOrEqual(3);
  });
  test('while it plays, the next ones are looked after, round the end', () => {
    const { keep } = keeper(100);
    for (const frame of [8, 9]) keep.keep(frame, picture());
    keep.centre(7, [0, 10]);
    expect(keep.missingAhead(5)).toBe(0);
    expect(keep.missingAhead(2)).toBeNull();
  });
  test('cleared, everything is given back', () => {
    const { keep, gone } = keeper(9);
    keep.keep(1, picture());
    keep.clear();
    expect([gone.length, keep.get(1)]).toEqual([1, null]);
  });
});
