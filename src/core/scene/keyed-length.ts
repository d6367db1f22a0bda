import { inTime, type Layer } from '../model';
import type { Frames } from '../time';
import { sameValue } from './activity';
import { hasKeys, ownTracks } from './tracks';

/** How long a layer's own keys last, from where it starts. */
export type KeyedLength = {
  /** Up to its last key, that frame included. */
  readonly length: Frames;
  /** One round: without the last key's frame where that shows what the first key shows. */
  readonly cycle: Frames;
};

/** What a layer's keys last, in its own time; null where nothing is keyed after its start. */
export function keyedLength(layer: Layer): KeyedLength | null {
  const tracks = ownTracks(layer).flatMap(({ channel }) => (channel && hasKeys(channel) ? [inTime(channel.keys)] : []));
  const last = Math.max(...tracks.map((keys) => keys.at(-1)!.at));
  if (!(last > 0)) return null;
  const closes = tracks.every((keys) => keys.length === 1 || (sameValue(keys[0]!.value, keys.at(-1)!.value) && keys[0]!.at <= 0 && keys.at(-1)!.at === last));
  return { length: last + 1, cycle: closes ? last : last + 1 };
}
