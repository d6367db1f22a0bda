import type { TimesBetween } from '../../keys';
import { dust, type Frames } from '../../time';
import type { TrackKeys } from './chosen-keys';

/** Motion is looked at frame by frame over so many frames at the most: more would take a machine down. */
export const MOST_FRAMES = 200_000;

/** Why a stretch cannot be looked at frame by frame, or null. The same words wherever it is met. */
export function tooLong(from: Frames, to: Frames): string | null {
  return to - from <= MOST_FRAMES ? null : `it lasts ${Math.round(to - from)} frames, and ${MOST_FRAMES} can be looked at one by one`;
}

/** Times of a track's keys at which it is looked at, for stretches that are not too long: each frame of the host, and half-way between. */
export function timesBetween({ times, composition }: Pick<TrackKeys, 'times' | 'composition'>): TimesBetween {
  // Where nothing bends the time of keys, a frame is a frame: only the fraction by which they are set off counts.
  const offset = times.at(0);
  const bent: Frames[] = [];
  if (!times.even) {
    for (let frame = 0; frame <= Math.min(composition.duration, MOST_FRAMES); frame += 0.5) bent.push(times.at(frame));
    bent.sort((a, b) => a - b);
  }
  return (from, to) => {
    const found: Frames[] = bent.filter((x) => x > from && x < to);
    const first = Math.floor((from - offset) * 2) + 1;
    for (let n = first; offset + n / 2 < to; n++) if (offset + n / 2 > from) found.push(dust(offset + n / 2));
    return times.even ? found : found.sort((a, b) => a - b);
  };
}
