import { inTime, type Composition, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import { keyTimesOf } from './ask';
import { keyedTracks } from './tracks';

/** Every host moment at which a key of the layer stands, whatever its track. */
export function keyMomentsOf(project: Project, host: Composition, layer: Layer): readonly Frames[] {
  return keyedTracks(project, layer).flatMap((track) => {
    const { moments } = keyTimesOf(project, host, layer, track);
    return inTime(track.channel!.keys).flatMap((key) => moments(key.at).map(({ from }) => from));
  });
}
