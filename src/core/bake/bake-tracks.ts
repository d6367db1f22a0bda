import { inTime, recordInTime, type Channel, type ChannelSpec, type Composition, type Layer } from '../model';
import { canChange, drivesIn, HERE, inPlace, isDriven, ownTracks, keyCount, timingOf, withAt, type Drive, type Track } from '../scene';
import { dust, type Frames } from '../time';
import { compose, type TimeMap } from '../timing';
import { bakeChannel, segmentsOver, type NewTime } from './bake-channel';
import type { Baking, Standing } from './baking';
import type { Looks } from './looks';
import { scaledKey } from './scaled-key';
import { sampledKeys } from './sampled-keys';
import { onWholeFrames } from './whole-frames';

/** The window in which tracks get a new time, and how it leads to the frames of the composition that holds their layer. */
export type Window = { readonly from: Frames; readonly to: Frames; readonly looks: Looks; /** Frames of the host where new time is 0. */ readonly offset: Frames };

/** New times by what leads to them: layers that count from one frame share theirs. */
export type NewTimes = Map<unknown, NewTime | null>;

export function newTimeOf(map: TimeMap, { from, to, looks }: Window): NewTime | null {
  const segments = segmentsOver(map, from, to);
  return segments && { map, segments, looks };
}

/**
 * A layer whose own tracks have a time written into their keys: `map` leads from new time to frames of its host, where its
 * own steps on keys go on from. What it was narrowed to, and values that are times themselves, are seen to.
 */
export function bakedTracks(baking: Baking, host: Composition, layer: Layer, map: TimeMap, window: Window, known: NewTimes, path: readonly string[], where: string, place: Standing['place'] = () => HERE): Layer {
  const { project, wish, count, left, tracks } = baking;
  const { stack } = timingOf(project, host, layer);
  const drives = isDriven(layer) ? drivesIn(project, host) : null;
  const through = (keys: TimeMap) => newTimeOf(compose(map, keys), window);
  // Layers without steps on keys lead to their key times by their start alone.
  const shared = stack.keySteps.length === 0 ? layer.start : stack.keys;
  const timeFor = (address: string): NewTime | null => {
    const narrowed = stack.narrowed.includes(address);
    const name = narrowed ? stack.keysOf(address) : shared;
    if (!known.has(name)) known.set(name, through(stack.keysOf(address)));
    return known.get(name)!;
  };
  let next = layer;
  for (const track of ownTracks(layer)) {
    const { channel, address, spec } = track;
    if (!channel) continue;
    const inFrames = spec.unit === 'frames';
    if (!canChange(channel) && !(inFrames && channel.value !== 0)) continue;
    const drive = drives?.of(layer, address) ?? null;
    if (drive && !drive.fault()) {
      const written = drivenKeys(channel, spec, drive, { frame: map.at, place }, window, wish.tolerance);
      count.formulas++;
      count.before += keyCount(channel);
      count.after += keyCount(written);
      tracks.push({ path, address });
      next = withAt(next, track.path, wish.whole ? onWholeFrames(written, spec, window.offset, (what) => left.push({ where: `${where}, ${spec.label}`, why: what })) : written);
      continue;
    }
    const time = timeFor(address);
    const baked = time && (canChange(channel) ? bakeChannel(channel, spec, time, wish.tolerance) : channel);
    if (!baked) {
      left.push({ where: `${where}, ${spec.label}`, why: 'Its time falls into more pieces than can be written out.' });
      continue;
    }
    const made = wish.whole ? onWholeFrames(baked, spec, window.offset, (what) => left.push({ where: `${where}, ${spec.label}`, why: what })) : baked;
    const settled = inFrames ? inNewFrames(made, time, track, where, left) : made;
    if (canChange(channel)) {
      count.before += keyCount(channel);
      count.after += keyCount(settled);
      tracks.push({ path, address });
    }
    if (settled !== channel) next = withAt(next, track.path, settled);
  }
  const backwards = layer.turnAlong && [...known.values()].some((time) => time?.segments.some((segment) => segment.rate(segment.from) < 0));
  if (backwards) left.push({ where, why: 'It turns along its path, which is walked backwards now: that does not play yet, and is kept as it is.' });
  return next;
}

/** What a formula gives, written into keys of the new time. The formula stays, switched off. */
export function drivenKeys(channel: Channel, spec: ChannelSpec, drive: Drive, { frame, place }: Standing, { from, to, looks }: Window, tolerance: number): Channel {
  const shown = (at: Frames) => inPlace(place(at), () => drive.at(frame(at)));
  const times = looks.within(from, to);
  return { ...channel, keys: sampledKeys(times, shown, spec, tolerance, (i) => `b${i + 1}`), before: 'hold', after: 'hold', repeats: null, closed: false, formulaOff: true };
}

/** A track whose values are frames, such as the step from letter to letter: as long as before in the new time, where that runs evenly. */
function inNewFrames(channel: Channel, { segments }: NewTime, { spec }: Track, where: string, left: { where: string; why: string }[]): Channel {
  const [only] = segments;
  const slope = only && segments.length === 1 && only.kind === 'linear' ? Math.round(only.rate(only.from) * 1e9) / 1e9 : 0;
  if (slope !== 0) {
    if (slope === 1) return channel;
    const worth = (value: unknown) => dust((value as number) / slope);
    const keys = inTime(channel.keys).map((key) => ({ ...scaledKey(key, key.at, 1, 1 / slope), value: worth(key.value), ...(key.arrives === undefined || key.arrives === null ? {} : { arrives: worth(key.arrives) }) }));
    return { ...channel, value: worth(channel.value), keys: recordInTime(keys) };
  }
  left.push({ where: `${where}, ${spec.label}`, why: 'It counts in frames, and time does not run evenly here: it stays as it is, and what follows it is another.' });
  return channel;
}
