import { hasContentTime, member, type Composition, type Layer, type Project } from '../model';
import { channelSampler, drivesIn, HERE, inPlace, isDriven, isNarrowed, keyTimesOf, placeInside, sourceOf, sourceTimeAt, trackAt, type KeyTimes, type Place, type Track } from '../scene';
import { dust, inSpans, type Frames } from '../time';
import type { BakedTrack } from './baking';
import { difference } from './difference';
import { looksBetween } from './looked-at';

/** The greatest difference of a track before and after, in its unit, with the frame of the host at which it stands. */
export type Miss = { readonly path: readonly string[]; readonly address: string; readonly label: string; readonly frame: Frames; readonly error: number };

/** What a proof found: for each track the worst at what is proved, and the worst between frames, where nothing is promised. */
export type Proof = { readonly worst: readonly Miss[]; readonly between: Miss | null };

/** Between frames, so many looks apart, what differs is told too. */
const STRIDE = 16;

/**
 * Compares baked tracks before and after, through the same functions that show them, at every whole frame of the composition and at
 * each time at which others look in; half-way between frames, here and there, what differs is told apart. A layer that shows where it did not, or
 * the other way round, counts as the track `shown`, another time of the same source as the track `sourcetime` (in frames of that). Steps after every few layers.
 */
export function* proofSteps(before: Project, after: Project, hostId: string, tracks: readonly BakedTrack[]): Generator<number, Proof> {
  const host = member(before.compositions.by, hostId)!;
  const rooms = roomsOf(before, after, hostId, tracks);
  const worst: Miss[] = [];
  let between: Miss | null = null;
  let done = 0;
  const proved = [...Array.from({ length: host.duration }, (_, frame) => frame), ...looksBetween(before, hostId).filter((at) => at >= 0 && at < host.duration)];
  const halves: Frames[] = [];
  for (let frame = STRIDE / 2 + 0.5; frame < host.duration; frame += STRIDE) halves.push(frame);
  const many = rooms.reduce((sum, room) => sum + room.pairs.length, 0);
  for (const room of rooms) {
    const [whole, half] = [looksInto(before, after, room, proved), looksInto(before, after, room, halves)];
    for (const pair of room.pairs) {
      if (pair.bar) {
        const { shown, time } = barMisses(before, after, room, pair, whole);
        const path = [...room.path, pair.was.id];
        if (shown !== null) worst.push({ path, address: 'shown', label: `${pair.was.name}, shown`, frame: shown, error: 1 });
        if (time) worst.push({ path, address: 'sourcetime', label: `${pair.was.name}, source time`, ...time });
      }
      const [ours, theirs] = [timesOf(pair, whole), timesOf(pair, half)];
      for (const subject of pair.tracks) {
        const miss = (found: Worst): Miss => ({ path: [...room.path, pair.was.id], address: subject.address, label: `${pair.was.name}, ${subject.label}`, ...found });
        const found = worstOf(subject, whole, ours);
        if (found) worst.push(miss(found));
        const other = worstOf(subject, half, theirs);
        if (other && other.error > (between?.error ?? -1)) between = miss(other);
      }
      if (++done % 8 === 0) yield done / many;
    }
  }
  return { worst: worst.sort((a, b) => b.error - a.error), between };
}

/** When a room is looked at: the host's frames, and the times of both sides; those of before are told once each, for a loop comes back to them. */
type Looks = { readonly frames: readonly Frames[]; readonly there: readonly Frames[]; /** With which public dials each of them, and each of `here`, is shown. */ readonly places: readonly Place[]; readonly herePlaces: readonly Place[]; /** For each frame which of them, −1 where nothing shows. */ readonly which: Int32Array; readonly here: readonly (Frames | null)[] };

function looksInto(before: Project, after: Project, { was, is }: Room, frames: readonly Frames[]): Looks {
  const known = new Map<string, number>();
  const there: Frames[] = [];
  const places: Place[] = [];
  const which = Int32Array.from(frames, (frame) => {
    const { at, place } = timeOn(before, was, frame);
    if (at === null) return -1;
    const name = `${at} ${place.key}`;
    let index = known.get(name);
    if (index === undefined) {
      known.set(name, (index = there.push(at) - 1));
      places.push(place);
    }
    return index;
  });
  const now = frames.map((frame) => timeOn(after, is, frame));
  return { frames, there, places, which, here: now.map(({ at }) => at), herePlaces: now.map(({ place }) => place) };
}

/** The key times of a layer on both sides, at the times of its room. */
type Times = { readonly was: readonly Frames[]; readonly is: readonly Frames[] };

function timesOf({ wasAt, isAt }: Pair, { there, here }: Looks): Times {
  return { was: there.map(wasAt), is: here.map((at) => (at === null ? NaN : isAt(at))) };
}

type Worst = { readonly frame: Frames; readonly error: number };

/** Where a track differs most; null where it is never seen. */
function worstOf({ was, is }: Subject, { frames, there, places, which, here, herePlaces }: Looks, times: Times): Worst | null {
  const [one, other] = [was.at ? there.map(was.at) : times.was, is.at ? here.map((at) => (at === null ? NaN : is.at!(at))) : times.is];
  const values = was.placed ? one.map((x, i) => inPlace(places[i]!, () => was.sample(x))) : one.map(was.sample);
  let worst = -1;
  let frame = 0;
  for (let i = 0; i < frames.length; i++) {
    const index = which[i]!;
    // Nothing inside a nest is seen where the nest shows nothing.
    if (index < 0 || here[i] === null) continue;
    const [a, b] = [values[index], is.placed ? inPlace(herePlaces[i]!, () => is.sample(other[i]!)) : is.sample(other[i]!)];
    const error = typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) : difference(a, b);
    if (error > worst) [worst, frame] = [error, frames[i]!];
  }
  return worst < 0 ? null : { frame, error: worst };
}

/**
 * The first frame at which a layer shows where it did not, or the other way round, and where what it shows is another time of the same source:
 * by how many of its frames at most. Null for none.
 */
function barMisses(before: Project, after: Project, { was, is }: Room, pair: Pair, { frames, there, which, here }: Looks): { readonly shown: Frames | null; readonly time: Worst | null } {
  if (!pair.was.visible) return { shown: null, time: null };
  const showing = there.map(shownOn(before, was.end, pair.was));
  const showsNow = pair.is.visible ? shownOn(after, is.end, pair.is) : () => null;
  const same = 'source' in pair.was && 'source' in pair.is && pair.was.source === pair.is.source;
  let shown: Frames | null = null;
  let time: Worst | null = null;
  for (let i = 0; i < frames.length; i++) {
    const [then, now] = [which[i]! < 0 ? null : showing[which[i]!]!, here[i] === null ? null : showsNow(here[i]!)];
    if ((then === null) !== (now === null)) shown ??= frames[i]!;
    else if (same && then !== null && Math.abs(then - now!) > (time?.error ?? 0)) time = { frame: frames[i]!, error: Math.abs(then - now!) };
  }
  return { shown, time };
}

/** A track as it is looked at on one side. */
type Sampled = { readonly sample: (x: Frames) => unknown; /** Its own key times where steps are narrowed to it. */ readonly at: ((frame: Frames) => Frames) | null; /** It is driven, and reads the dials that are given. */ readonly placed: boolean };
type Subject = { readonly address: string; readonly label: string; readonly was: Sampled; readonly is: Sampled };
/** A layer on both sides, and what of it is compared. */
type Pair = { readonly was: Layer; readonly is: Layer; readonly bar: boolean; readonly tracks: readonly Subject[]; readonly wasAt: (frame: Frames) => Frames; readonly isAt: (frame: Frames) => Frames };
/** What stands in one composition at the end of one way. */
type Room = { readonly path: readonly string[]; readonly was: Way; readonly is: Way; readonly pairs: readonly Pair[] };
/** The nests on the way, and the composition that it leads to. */
type Way = { readonly nests: readonly { readonly host: Composition; readonly layer: Layer; readonly offset: Frames }[]; readonly end: Composition };

function roomsOf(before: Project, after: Project, hostId: string, tracks: readonly BakedTrack[]): readonly Room[] {
  const rooms = new Map<string, { readonly path: readonly string[]; readonly layers: Map<string, string[]> }>();
  for (const { path, address } of tracks) {
    const nests = path.slice(0, -1);
    const name = nests.join('/');
    const room = rooms.get(name) ?? { path: nests, layers: new Map<string, string[]>() };
    rooms.set(name, room);
    const id = path[path.length - 1]!;
    room.layers.set(id, [...(room.layers.get(id) ?? []), address]);
  }
  return [...rooms.values()].flatMap(({ path, layers }): readonly Room[] => {
    const [was, is] = [wayOf(before, hostId, path), wayOf(after, hostId, path)];
    if (!was || !is) return [];
    return [{ path, was, is, pairs: [...layers].flatMap(([id, addresses]) => pairOf(before, after, was.end, is.end, id, addresses, path.length === 0) ?? []) }];
  });
}

function pairOf(before: Project, after: Project, wasIn: Composition, isIn: Composition, id: string, addresses: readonly string[], outermost: boolean): Pair | null {
  const [was, is] = [member(wasIn.layers.by, id), member(isIn.layers.by, id)];
  if (!was || !is) return null;
  const [wasTimes, isTimes] = [keyTimesOf(before, wasIn, was), keyTimesOf(after, isIn, is)];
  const tracks = addresses.flatMap((address): readonly Subject[] => {
    const [one, other] = [trackAt(before, was, address), trackAt(after, is, address)];
    return one && other ? [{ address, label: one.spec.label, was: sampled(before, wasIn, was, one, wasTimes), is: sampled(after, isIn, is, other, isTimes) }] : [];
  });
  // A nest that was baked shows its copy all along its bar: what that shows is looked at by itself.
  const bar = !(outermost && was.kind === 'nest' && is.kind === 'nest' && was.source !== is.source);
  return { was, is, bar, tracks, wasAt: wasTimes.at, isAt: isTimes.at };
}

function sampled(project: Project, host: Composition, layer: Layer, track: Track, shared: KeyTimes): Sampled {
  const drive = isDriven(layer) ? drivesIn(project, host).of(layer, track.address) : null;
  if (drive) return { sample: drive.at, at: (frame) => frame, placed: true };
  const times = isNarrowed(layer) ? keyTimesOf(project, host, layer, track) : shared;
  return { sample: track.channel ? channelSampler(track.channel, track.spec.type) : () => track.spec.start, at: times === shared ? null : times.at, placed: false };
}

function wayOf(project: Project, hostId: string, path: readonly string[]): Way | null {
  let host = member(project.compositions.by, hostId);
  const nests: Way['nests'][number][] = [];
  for (const id of path) {
    const layer = host && member(host.layers.by, id);
    if (!host || layer?.kind !== 'nest') return null;
    nests.push({ host, layer, offset: sourceOf(project, host, layer)?.offset ?? 0 });
    host = member(project.compositions.by, layer.source);
  }
  return host ? { nests, end: host } : null;
}

/** The time of the composition at the end of a way at a frame of the first; null where nothing of it is shown. */
function timeOn(project: Project, { nests }: Way, frame: Frames): { readonly at: Frames | null; readonly place: Place } {
  let [at, place]: [Frames | null, Place] = [frame, HERE];
  for (const { host, layer, offset } of nests) {
    if (at === null) break;
    const now: Frames = at;
    const next: readonly [Frames | null, Place] = inPlace(place, () => [sourceTimeAt(project, host, layer, now), placeInside(project, host, layer, now)] as const);
    [at, place] = [next[0] === null ? null : dust(next[0] + offset), next[1]];
  }
  return { at, place };
}

/** What a layer shows at a time of its composition: the time of its source (0 where it has none), or null where it is not to be seen. */
function shownOn(project: Project, host: Composition, layer: Layer): (at: Frames) => Frames | null {
  if (hasContentTime(layer.kind)) return (at) => sourceTimeAt(project, host, layer, at);
  const { spans } = layer;
  return (at) => (inSpans(spans, at) ? 0 : null);
}
