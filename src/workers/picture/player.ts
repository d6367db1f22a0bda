import { frameDue } from './frame-due';
import type { PlayLog } from './protocol';

export type Playing = {
  readonly range: readonly [number, number];
  readonly originFrame: number;
  /** How many frames the composition has, where the range runs over its seam. */
  readonly round?: number | undefined;
  /** Milliseconds since the epoch at which the origin frame is due. */
  readonly originTime: number;
  readonly framesPerSecond: number;
  readonly paint: (frame: number) => void;
  /** Paints one picture that will be wanted soon; false when there is none. */
  readonly paintAhead: (frame: number) => boolean;
  readonly now: () => number;
};

/**
 * Plays by the clock: each picture is asked for when it is due, and pictures are dropped rather than time slowed. The
 * answer stops it and tells how it went.
 */
export function startPlaying(playing: Playing): () => PlayLog {
  const { framesPerSecond, originFrame, originTime, range, round, now, paint, paintAhead } = playing;
  const length = 1000 / framesPerSecond;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let last = -1;
  /** What a picture costs, from those painted ahead: only what fits before the next one is due is begun. */
  let cost = length / 2;
  const log = { frames: 0, late: 0, dropped: 0, worstMs: 0 };
  const tick = () => {
    const passed = Math.floor((now() - originTime) / length + 1e-6);
    if (passed > last && passed >= 0) {
      // The first picture is due when playing starts, however long before its origin lies.
      if (last >= 0) log.dropped += passed - last - 1;
      last = passed;
      paint(frameDue(passed, originFrame, range, round));
      const lag = now() - (originTime + passed * length);
      log.frames++;
      if (lag > length / 2) log.late++;
      log.worstMs = Math.max(log.worstMs, lag);
    }
    for (let busy = true; busy && now() + cost * 1.3 < originTime + (last + 1) * length; ) {
      const began = now();
      busy = paintAhead(frameDue(Math.max(0, last), originFrame, range, round));
      if (busy) cost += (now() - began - cost) * 0.3;
    }
    timer = setTimeout(tick, Math.max(0, originTime + (last + 1) * length - now()));
  };
  tick();
  return () => {
    if (timer !== null) clearTimeout(timer);
    return log;
  };
}
