import type { Composition, Layer, Project } from '../model';
import type { Frames } from '../time';
import { preparedDrives, type Ask, type Drives } from './driven/drives';
import { liveFormulas } from './driven/live-formulas';
import { givenDials } from './given-dials';
import { keyTimesIn, type KeyClock, type KeyTimes } from './key-times';
import { preparedTiming, type LayerTiming } from './layer-timing';
import { HERE, inPlace, placeNow, placeWith, type Place } from './place';
import { sampleChannel } from './prepared-channel';
import type { Track } from './tracks';

// What the scene is asked stands together here: a formula reads values, values stand at times that timings bend, and a timing may hold a formula. Each
// is made ready in a file of its own, which is handed what it asks of the others.

/** The formulas of a composition, made ready; the same as long as neither it nor what its nests show is changed. */
export function drivesIn(project: Project, host: Composition): Drives {
  return preparedDrives(project, host, ASK);
}

/** A layer's timing, made ready once per edit of the layer, its composition or its source. */
export function timingOf(project: Project, host: Composition, layer: Layer): LayerTiming {
  return preparedTiming(project, host, layer, liveFormulas(layer).operators.length > 0 ? drivesIn(project, host) : null);
}

/** The key times of a track; the same layer in the same surroundings answers with the same object. */
export function keyTimesOf(project: Project, host: Composition, layer: Layer, track: KeyClock = OWN): KeyTimes {
  return keyTimesIn(timingOf(project, host, layer), host, layer, track);
}

const OWN: KeyClock = { spec: { clock: 'layer' }, operator: null };

/**
 * The value of a track at a host frame, in a place (the one that is asked in now, unless another is given): as it is, before use keeps it within
 * bounds. What a dial is given from outside stands in place of its own, and what a formula gives in place of the keyed value.
 */
export function valueAt(project: Project, host: Composition, layer: Layer, track: Track, frame: Frames, place: Place = placeNow()): unknown {
  if (place !== placeNow()) return inPlace(place, () => valueAt(project, host, layer, track, frame));
  const given = layer.kind === 'dials' && place.dials.size > 0 ? place.dials.get(`${layer.id}/${track.path[2]}`) : undefined;
  if (given !== undefined) return given;
  const drive = liveFormulas(layer).tracks.length === 0 ? null : drivesIn(project, host).of(layer, track.address);
  return drive ? drive.at(frame) : keyedAt(project, host, layer, track, frame);
}

/** What the keys of a track give at a host frame, whatever drives it. */
export function keyedAt(project: Project, host: Composition, layer: Layer, track: Track, frame: Frames): unknown {
  return sampleChannel(track.channel, track.spec, keyTimesOf(project, host, layer, track).at(frame));
}

/** The place of what a nest shows at a host frame: the public dials that it is given here, or some of them. Copies and dials from further out stop at its door. */
export function placeInside(project: Project, host: Composition, nest: Layer, frame: Frames, only?: ReadonlySet<string>): Place {
  if (nest.kind !== 'nest' || only?.size === 0 || Object.keys(nest.dials).length === 0) return HERE;
  const given = givenDials(project, nest).filter(({ address }) => only === undefined || only.has(address));
  return placeWith(new Map(given.map((track) => [track.address, valueAt(project, host, nest, track, frame)])));
}

/** What formulas ask of the scene. */
export const ASK: Ask = { drivesIn, timingOf, keyTimesOf, placeInside };
