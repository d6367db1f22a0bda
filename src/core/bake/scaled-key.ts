import type { Channel } from '../model';
import type { Frames } from '../time';

type Key = Channel['keys'][string];

/** A key at another time whose handles last `time` times as long and reach `worth` times as far. */
export function scaledKey(key: Key, at: Frames, time: number, worth = 1): Key {
  const bent = (handle: unknown) => (Array.isArray(handle) ? [(handle[0] as number) * time, (handle[1] as number) * worth] : handle);
  return { ...key, at, ...(key.left === undefined ? {} : { left: bent(key.left) }), ...(key.right === undefined ? {} : { right: bent(key.right) }) };
}
