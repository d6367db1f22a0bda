import { inOrder, type Composition, type Layer } from '../model';
import { canChange, ownTracks } from '../scene';
import type { Frames } from '../time';
import type { TimeMap } from '../timing';
import { segmentsOver } from './bake-channel';

/** Whether a layer counts frames of its own: from copy to copy, or from letter to letter. */
export function countsFrames(layer: Layer): boolean {
  return ownTracks(layer).some(({ spec, channel }) => spec.unit === 'frames' && channel !== null && (canChange(channel) || channel.value !== 0));
}

/** Whether some layer of a composition does. */
export function holdsCountedFrames({ layers }: Composition): boolean {
  return inOrder(layers).some(countsFrames);
}

/** Whether time runs evenly over a window: then counted frames are so many more or fewer, and no keys could carry them along else. */
export function runsEvenly(map: TimeMap, from: Frames, to: Frames): boolean {
  const segments = segmentsOver(map, from, to);
  return segments !== null && segments.length === 1 && segments[0]!.kind === 'linear';
}

export const COUNTED = 'Copies or letters in it count frames, and time does not run evenly here';
