import type { Composition, Layer, Project } from '../model';
import type { Frames } from '../time';
import { keyTimesOf } from './key-times';
import { HERE, type Place } from './place';
import { sampleChannel } from './prepared-channel';
import type { Track } from './tracks';

/**
 * The value of a track at a host frame, in a place: as it is, before use keeps it within bounds. What a dial is given from
 * outside stands in place of its own.
 */
export function valueAt(project: Project, host: Composition, layer: Layer, track: Track, frame: Frames, place: Place = HERE): unknown {
  const given = layer.kind === 'dials' ? place.dials.get(`${layer.id}/${track.path[2]}`) : undefined;
  return given !== undefined ? given : sampleChannel(track.channel, track.spec, keyTimesOf(project, host, layer, track).at(frame));
}

/** The place of what a nest shows at a host frame: the public dials that it is given here. Copies and dials from further out stop at its door. */
export function placeInside(project: Project, host: Composition, nest: Layer, frame: Frames, tracks: readonly Track[]): Place {
  const given = tracks.filter((track) => track.path[0] === 'dials' && track.spec.clock === 'source' && track.channel !== null);
  if (given.length === 0) return HERE;
  return { index: 0, count: 1, dials: new Map(given.map((track) => [track.address, valueAt(project, host, nest, track, frame)])) };
}
