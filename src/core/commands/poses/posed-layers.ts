import { keyTimesOf, sampleChannel, type Track } from '../../scene';
import type { Layer, Project } from '../../model';
import type { Frames } from '../../time';
import { reachLayer, type TrackRef } from '../document/target';

/** The layers of these ids that may be edited. */
export function reachable(project: Project, compositionId: string, ids: readonly string[]): readonly Layer[] {
  return ids.flatMap((id) => reachLayer(project, compositionId, id) ?? []);
}

export function refsOf(layer: Layer, tracks: readonly Track[]): readonly TrackRef[] {
  return tracks.map((track) => ({ layer: layer.id, track: track.address }));
}

/** What a track of a layer shows at a frame. */
export function seenAt(project: Project, compositionId: string, layer: Layer, track: Track, frame: Frames): unknown {
  const composition = project.compositions.by[compositionId]!;
  return track.channel ? sampleChannel(track.channel, track.spec, keyTimesOf(project, composition, layer, track).at(frame)) : track.spec.start;
}
