import type { TimesBetween } from '../keys';
import { dust, type Frames } from '../time';
import type { TrackKeys } from './chosen-keys';

/** Times of a track's keys at which it is looked at: each frame of the host, and half-way between. */
export function timesBetween({ times, composition }: Pick<TrackKeys, 'times' | 'composition'>): TimesBetween {
  // Where nothing bends the time of keys, a frame is a frame: only the fraction by which they are set off counts.
  const offset = times.at(0);
  const bent: Frames[] = [];
  if (!times.even) {
    for (let frame = 0; frame <= composition.duration; frame += 0.5) bent.push(times.at(frame));
    bent.sort((a, b) => a - b);
  }
  return (from, to) => {
    const found: Frames[] = bent.filter((x) => x > from && x < to);
    const first = Math.floor((from - offset) * 2) + 1;
    for (let n = first; offset + n / 2 < to; n++) if (offset + n / 2 > from) found.push(dust(offset + n / 2));
    return times.even ? found : found.sort((a, b) => a - b);
  };
}
