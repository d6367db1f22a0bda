import { bytesOf } from './sheet-pool';
import type { Picture } from './surface';

/** Pictures by key with a cap on their bytes: the ones used longest ago go first. */
export type PictureMemory = {
  readonly get: (key: string) => Picture | null;
  /** Keeps a picture that was just painted; may throw out others. */
  readonly keep: (key: string, picture: Picture) => void;
  /** Whether this key was asked for before: a picture asked for twice is worth keeping. */
  readonly askedBefore: (key: string) => boolean;
  /** Throws out what there is no more room for. */
  readonly fit: () => void;
  readonly clear: () => void;
  readonly bytes: () => number;
};

const ASKED = 4_000;

/** `capBytes` is asked whenever a picture comes: others may take part of the room. The newest stays, however large it is. */
export function createPictureMemory(capBytes: () => number, letGo: (picture: Picture) => void): PictureMemory {
  const kept = new Map<string, Picture>();
  const asked = new Set<string>();
  let bytes = 0;
  const drop = (key: string, picture: Picture) => {
    kept.delete(key);
    bytes -= bytesOf(picture);
    letGo(picture);
  };
  const fit = (newest: Picture | null) => {
    for (const [oldest, old] of kept) {
      if (bytes <= capBytes() || old === newest) break;
      drop(oldest, old);
    }
  };
  return {
    get(key) {
      const picture = kept.get(key);
      if (!picture) return null;
      kept.delete(key);
      kept.set(key, picture);
      return picture;
    },
    keep(key, picture) {
      const before = kept.get(key);
      if (before) drop(key, before);
      kept.set(key, picture);
      bytes += bytesOf(picture);
      fit(picture);
    },
    fit: () => fit(null),
    askedBefore(key) {
      if (asked.has(key)) return true;
      if (asked.size >= ASKED) asked.clear();
      asked.add(key);
      return false;
    },
    clear() {
      for (const [key, picture] of kept) drop(key, picture);
      asked.clear();
    },
    bytes: () => bytes,
  };
}
