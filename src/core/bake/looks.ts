import { DUST, dust, type Frames } from '../time';

/**
 * The times at which something is looked at: every whole frame, counted from an offset, and single ones between frames, where a
 * nest of another rate or with a timing looks in.
 */
export type Looks = {
  /** The first time looked at after `at`. */
  readonly next: (at: Frames) => Frames;
  /** Whether `at` is looked at. */
  readonly has: (at: Frames) => boolean;
  /** All of them in `[from, to)`, in order. */
  readonly within: (from: Frames, to: Frames) => readonly Frames[];
};

/** Looks at every time that is a whole frame once `offset` is added, and at `between` (times of this clock, in any order). */
export function looksAt(offset: Frames, between: readonly Frames[] = []): Looks {
  const whole = (at: Frames) => dust(at + offset);
  const others = [...new Set(between.filter((at) => whole(at) !== Math.round(whole(at))))].sort((a, b) => a - b);
  const first = (at: Frames) => {
    let [low, high] = [0, others.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (others[middle]! > at + DUST) high = middle;
      else low = middle + 1;
    }
    return low;
  };
  return {
    next: (at) => Math.min(Math.floor(whole(at)) + 1 - offset, others[first(at)] ?? Infinity),
    has: (at) => whole(at) === Math.round(whole(at)) || Math.abs((others[first(at - 3 * DUST)] ?? Infinity) - at) <= DUST,
    within(from, to) {
      const found: Frames[] = [];
      for (let n = Math.ceil(whole(from)); n - offset < to - DUST; n++) found.push(dust(n - offset));
      const more = others.slice(first(from - 2 * DUST)).filter((at) => at >= from && at < to);
      return more.length === 0 ? found : [...found, ...more].sort((a, b) => a - b);
    },
  };
}
