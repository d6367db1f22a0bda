import { fail, type Moves, type NodeOf, type Reached } from '../../formulas';
import { inOrder, type Composition, type Layer, type Project } from '../../model';
import { dust, type Frames } from '../../time';
import { inPlace, placeNow } from '../place';
import { channelSampler } from '../prepared-channel';
import { hasKeys, ownTracks, type Track } from '../tracks';
import { constantly } from './constantly';
import type { Remembered } from './deep-values';
import type { Ask, Drives, Ground } from './drives';
import { dialAddress, dialsNeeded, edgesThrough, type Edge } from './formula-rings';
import { kindOf, measureOf, resolve, type Resolved } from './resolve';

/** A track that a formula of a layer reads. */
export function reach(ground: Ground, owner: Layer, path: NodeOf<'path'>, reads: Edge[], onHost: () => void): Reached {
  const { project, host, drives, ask } = ground;
  const found = resolve(project, host, owner, path);
  if (found.through.some(({ host: one }) => one.id === found.host.id) || (found.through.length > 0 && found.host.id === host.id)) fail(path, `${found.host.name} shows itself, and cannot be read through itself.`);
  const { through, rest } = found;
  const inner = through.length === 0 ? drives : ask.drivesIn(project, found.host);
  const asked = tracksAsked(found);
  for (const { track } of asked) reads.push(...edgesThrough(ask, project, host, found, track));
  const parts = asked.map(({ track, part }) => {
    const one = reader(ask, project, found.host, found.layer, track, inner);
    return { ...one, read: part === null ? one.read : (frame: Frames) => (one.read(frame) as readonly number[])[part] };
  });
  const moves: Moves = parts.some((one) => one.moves === 'in time') || (through.length > 0 && parts.some((one) => one.moves !== 'never')) ? 'in time' : parts.some((one) => one.moves === 'in place') ? 'in place' : 'never';
  const first = parts[0]!;
  const value = parts.length === 1 ? first.read : (frame: Frames) => parts.map((one) => one.read(frame));
  if (moves !== 'never') onHost();
  // Which dials it needs is known once all formulas can be read.
  const needed = constantly(() => dialsNeeded(ask, project, through, asked.map(({ track }) => ({ host: found.host, layer: found.layer, address: track.address, name: '' }))));
  const read = through.reduceRight<(frame: Frames) => unknown>((inside, { host: outer, nest }, i) => (frame) => throughNest(ask, project, outer, nest, frame, inside, needed()[i]!), value);
  return { kind: parts.length > 1 ? 'point' : asked[0]!.part !== null ? 'number' : first.kind, measure: parts.length > 1 || asked[0]!.part !== null ? 'plain' : first.measure, moves, read, find: read === first.read && asked[0]!.part === null ? first.find : null, rest };
}

/** Asks inside a nest, at the time that it shows at a frame (while it shows nothing, its nearest one) and with the dials that it gives. */
function throughNest(ask: Ask, project: Project, outer: Composition, nest: Layer, frame: Frames, inside: (frame: Frames) => unknown, needed: ReadonlySet<string>): unknown {
  const { stack, source } = ask.timingOf(project, outer, nest);
  if (!source) return inside(0);
  const shown = stack.content.at(frame);
  let at = shown >= source.D ? Math.max(0, source.D - 1) : shown >= 0 ? shown : 0;
  if (nest.sampling === 'whole') at = Math.min(Math.max(0, source.D - 1), Math.floor(at + 1e-6));
  return inPlace(ask.placeInside(project, outer, nest, frame, needed), () => inside(dust(at + source.offset)));
}

/** How a track is read at a frame: what it is given from outside, what its formula gives, or what its keys do. */
function reader(ask: Ask, project: Project, in_: Composition, layer: Layer, track: Track, drives: Drives) {
  const { spec, channel } = track;
  const isDial = layer.kind === 'dials' || track.path[0] === 'dials';
  const driven = drives.movesOf(layer, track.address);
  const isPublic = layer.kind === 'dials' && inOrder(layer.dials).some((dial) => dial.id === track.path[2] && dial.public);
  // What another formula gives is asked when it is needed: while formulas are made ready nobody knows which of them need themselves.
  const moves: Moves = driven === 'in time' || (driven === null && channel && hasKeys(channel)) ? 'in time' : driven !== null || isPublic ? 'in place' : 'never';
  let sample: ((frame: Frames) => unknown) | null = null;
  const keyed = (frame: Frames): unknown => {
    if (!sample) {
      const times = channel ? ask.keyTimesOf(project, in_, layer, track) : null;
      const sampler = channel ? channelSampler(channel, spec.type) : null;
      sample = sampler && times ? (at) => sampler(times.at(at)) : () => spec.start;
    }
    return sample(frame);
  };
  const find = driven !== null ? () => drives.of(layer, track.address)!.remembered : null;
  const own = find ? drivenBy(find) : moves === 'never' || !channel || !hasKeys(channel) ? constantly(() => keyed(0)) : keyed;
  const address = layer.kind === 'dials' ? dialAddress(layer, track) : null;
  const given = isPublic && address ? (frame: Frames) => {
    const { dials } = placeNow();
    const value = dials.size === 0 ? undefined : dials.get(address);
    return value === undefined ? own(frame) : value;
  } : own;
  const unit: string = spec.unit;
  const [num, den] = in_.rate;
  const read = isDial && (unit === 'f' || unit === 'frames') ? (frame: Frames) => ((given(frame) as number) * den) / num : given;
  return { kind: kindOf(spec), measure: measureOf(spec, isDial), moves, read, find: read === own ? find : null };
}

/** What a formula gives that is found when it is first asked for. */
function drivenBy(find: () => Remembered): (frame: Frames) => unknown {
  let drive: Remembered | null = null;
  return (frame) => (drive ??= find()).at(frame);
}

/** The tracks that a path asks for: one, or both numbers of a place that is read as a point. */
function tracksAsked({ layer, track, part }: Resolved): readonly { readonly track: Track; readonly part: 0 | 1 | null }[] {
  const of = (address: string) => ownTrack(layer, address);
  if (track) return [{ track, part: null }];
  if (part === 'both') return [{ track: of('x'), part: null }, { track: of('y'), part: null }];
  return [{ track: of('position'), part: part === 'x' ? 0 : 1 }];
}

function ownTrack(layer: Layer, address: string): Track {
  return ownTracks(layer).find((one) => one.address === address)!;
}
