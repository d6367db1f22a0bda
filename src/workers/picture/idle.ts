/** Work in steps that nobody waits for. */
export type IdleWork = Generator<void, void>;

export type Idle = {
  /** Does a piece of work when there is time. One of the same name that is not done yet is let go of. */
  readonly add: (name: string, work: IdleWork) => void;
  readonly drop: (name: string) => void;
};

export type IdleTools = {
  /** Whether a frame is wanted now: then all else waits. */
  readonly isBusy: () => boolean;
  readonly later: (run: () => void, ms: number) => void;
  readonly now: () => number;
};

/** So long at a time, in milliseconds: a frame that is asked for meanwhile waits no longer than that. */
const SLICE = 6;

/** Checks and counts are done between frames, a slice at a time, in the order in which they came. */
export function createIdle({ isBusy, later, now }: IdleTools): Idle {
  const queue = new Map<string, IdleWork>();
  let waiting = false;
  const wait = (ms: number) => {
    if (waiting) return;
    waiting = true;
    later(run, ms);
  };
  function run(): void {
    waiting = false;
    if (isBusy()) return wait(12);
    const until = now() + SLICE;
    for (const [name, work] of queue) {
      while (now() < until) {
        if (!work.next().done) continue;
        // It may have been taken over by another of its name.
        if (queue.get(name) === work) queue.delete(name);
        break;
      }
      if (now() >= until) break;
    }
    if (queue.size > 0) wait(0);
  }
  return {
    add(name, work) {
      queue.delete(name);
      queue.set(name, work);
      wait(0);
    },
    drop: (name) => void queue.delete(name),
  };
}
