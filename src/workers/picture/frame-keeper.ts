import type { Picture } from '../../painter';

/** Whole frames of the composition in view, painted and remembered: nearest the playhead first, under a cap. */
export type FrameKeeper = {
  readonly get: (frame: number) => Picture | null;
  readonly keep: (frame: number, picture: Picture) => void;
  /** Everything is another picture now. */
  readonly clear: () => void;
  /** The frame nearest the playhead that is not there yet, or null when all that fit are. */
  readonly nextMissing: (playhead: number, range: readonly [number, number]) => number | null;
  /** The first frame that is not there among the next ones that will be played, or null. */
  readonly missingAhead: (playhead: number, range: readonly [number, number], count: number) => number | null;
  readonly ready: (duration: number) => Uint8Array;
};

export function createFrameKeeper(capBytes: number, letGo: (picture: Picture) => void): FrameKeeper {
  const kept = new Map<number, Picture>();
  let bytes = 0;
  let near = 0;
  const size = (picture: Picture) => picture.width * picture.height * 4;
  return {
    get: (frame) => kept.get(frame) ?? null,
    keep(frame, picture) {
      const before = kept.get(frame);
      if (before === picture) return;
      if (before) {
        bytes -= size(before);
        letGo(before);
      }
      kept.set(frame, picture);
      bytes += size(picture);
      while (bytes > capBytes && kept.size > 1) {
        const far = [...kept.keys()].reduce((a, b) => (Math.abs(b - near) > Math.abs(a - near) ? b : a));
        const old = kept.get(far)!;
        kept.delete(far);
        bytes -= size(old);
        letGo(old);
      }
    },
    clear() {
      for (const picture of kept.values()) letGo(picture);
      kept.clear();
      bytes = 0;
    },
    nextMissing(playhead, [from, to]) {
      near = playhead;
      const each = kept.size > 0 ? bytes / kept.size : 0;
      const room = each > 0 ? Math.floor(capBytes / each) - 1 : Infinity;
      if (kept.size >= Math.min(room, to - from)) return null;
      // What plays next first, then round to what was passed.
      for (let i = 0; i < to - from; i++) {
        const frame = from + ((((playhead - from + i) % (to - from)) + (to - from)) % (to - from));
        if (!kept.has(frame)) return frame;
      }
      return null;
    },
    missingAhead(playhead, [from, to], count) {
      near = playhead;
      for (let i = 1; i <= Math.min(count, to - from - 1); i++) {
        const frame = from + ((playhead - from + i) % (to - from));
        if (!kept.has(frame)) return frame;
      }
      return null;
    },
    ready(duration) {
      const bits = new Uint8Array(duration);
      for (const frame of kept.keys()) if (frame >= 0 && frame < duration) bits[frame] = 1;
      return bits;
    },
  };
}
