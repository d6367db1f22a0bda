import { bytesOf, type Picture } from '../../painter';

/** Whole frames of the composition in view, painted and remembered: what the playhead needs next first, under a cap. */
export type FrameKeeper = {
  readonly get: (frame: number) => Picture | null;
  readonly keep: (frame: number, picture: Picture) => void;
  /** Frames that are another picture now. */
  readonly drop: (isOther: (frame: number) => boolean) => void;
  /** Everything is another picture now. */
  readonly clear: () => void;
  /** Says where the playhead is and what is played: it decides which frames stay when there is no room for all. */
  readonly centre: (playhead: number, range: readonly [number, number]) => void;
  /** The frame that the playhead needs most of those that are not there and would have room, or null when all of these are. */
  readonly nextMissing: () => number | null;
  /** The first frame that is not there among the next ones that will be played, or null. */
  readonly missingAhead: (count: number) => number | null;
  readonly ready: (duration: number) => Uint8Array;
  readonly bytes: () => number;
};

/** A frame that was passed is wanted again as soon as one so many times as far ahead. */
const BEHIND = 4;

/** `capBytes` is asked whenever a frame comes: others may take part of the room. */
export function createFrameKeeper(capBytes: () => number, letGo: (picture: Picture) => void): FrameKeeper {
  const kept = new Map<number, Picture>();
  let bytes = 0;
  let near = 0;
  let range: readonly [number, number] = [0, Infinity];
  /** How long until a frame is wanted, going round in the range; frames outside it are wanted last. */
  const wait = (frame: number): number => {
    const [from, to] = range;
    if (frame < from || frame >= to) return Infinity;
    const ahead = frame - near;
    const length = to - from;
    if (!Number.isFinite(length)) return ahead >= 0 ? ahead : -ahead * BEHIND;
    const next = ((ahead % length) + length) % length;
    return Math.min(next, (length - next) * BEHIND);
  };
  const around = (step: number): number => {
    const [from, to] = range;
    return from + ((((near - from + step) % (to - from)) + (to - from)) % (to - from));
  };
  return {
    get: (frame) => kept.get(frame) ?? null,
    keep(frame, picture) {
      const before = kept.get(frame);
      if (before === picture) return;
      if (before) {
        bytes -= bytesOf(before);
        letGo(before);
      }
      kept.set(frame, picture);
      bytes += bytesOf(picture);
      while (bytes > capBytes() && kept.size > 1) {
        const last = [...kept.keys()].reduce((a, b) => (wait(b) > wait(a) ? b : a));
        const old = kept.get(last)!;
        kept.delete(last);
        bytes -= bytesOf(old);
        letGo(old);
      }
    },
    drop(isOther) {
      for (const [frame, picture] of kept) {
        if (!isOther(frame)) continue;
        kept.delete(frame);
        bytes -= bytesOf(picture);
        letGo(picture);
      }
    },
    clear() {
      for (const picture of kept.values()) letGo(picture);
      kept.clear();
      bytes = 0;
    },
    centre(playhead, played) {
      near = playhead;
      range = played;
    },
    nextMissing() {
      const length = range[1] - range[0];
      const each = kept.size > 0 ? bytes / kept.size : 0;
      const room = each > 0 ? Math.max(1, Math.floor(capBytes() / each)) : Infinity;
      // With room for a part only: so many ahead, and for each few of them one behind.
      const ahead = room >= length ? length : Math.max(1, Math.floor((room * BEHIND) / (BEHIND + 1)));
      for (let i = 0; i < ahead; i++) if (!kept.has(around(i))) return around(i);
      for (let i = 1; i <= (room >= length ? 0 : (ahead - 1) / BEHIND); i++) if (!kept.has(around(-i))) return around(-i);
      return null;
    },
    missingAhead(count) {
      for (let i = 1; i <= Math.min(count, range[1] - range[0] - 1); i++) if (!kept.has(around(i))) return around(i);
      return null;
    },
    bytes: () => bytes,
    ready(duration) {
      const bits = new Uint8Array(duration);
      for (const frame of kept.keys()) if (frame >= 0 && frame < duration) bits[frame] = 1;
      return bits;
    },
  };
}
