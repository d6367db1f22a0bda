import { member, type Composition, type Layer, type LayerOf, type Project } from '../model';
import type { Frames } from '../time';
import { drivesIn } from './driven/drives';
import { liveFormulas } from './driven/live-formulas';
import { keyTimesOf } from './key-times';
import { HERE, inPlace, placeNow, placeWith, type Place } from './place';
import { sampleChannel } from './prepared-channel';
import { holdsKind, tracksOf, type Track } from './tracks';

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

/** Whether the source of a nest has the dial that it is given, for all to see. */
function isOffered(project: Project, nest: LayerOf<'nest'>, { address }: Track): boolean {
  const [layer, dial] = address.split('/') as [string, string];
  const holder = member(project.compositions.by, nest.source)?.layers.by[layer];
  return holder?.kind === 'dials' && (member(holder.dials.by, dial)?.public ?? false);
}

/** The public dials of what a nest shows that it sets for itself, as its tracks: by `layer/dial`, with what it gives. */
export function givenDials(project: Project, nest: LayerOf<'nest'>): readonly Track[] {
  return tracksOf(project, nest).filter((track) => track.path[0] === 'dials' && track.spec.clock === 'source' && track.channel !== null && isOffered(project, nest, track) && holdsKind(track.spec.type, track.channel.value));
}

/** The place of what a nest shows at a host frame: the public dials that it is given here, or some of them. Copies and dials from further out stop at its door. */
export function placeInside(project: Project, host: Composition, nest: Layer, frame: Frames, only?: ReadonlySet<string>): Place {
  if (nest.kind !== 'nest' || only?.size === 0 || Object.keys(nest.dials).length === 0) return HERE;
  const given = givenDials(project, nest).filter(({ address }) => only === undefined || only.has(address));
  return placeWith(new Map(given.map((track) => [track.address, valueAt(project, host, nest, track, frame)])));
}
