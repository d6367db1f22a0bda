import type { Composition, Layer } from '../model';
import { hull, type Frames } from '../time';
import { preimages, type Showing, type TimeMap } from '../timing';
import type { LayerTiming } from './layer-timing';
import type { Clock } from './tracks';

/**
 * How the host's frames and the times of a track's keys lead to one another: what `start` and the steps on keys make of
 * a frame, and back. Nobody else adds a layer's start to a key's time.
 */
export type KeyTimes = {
  /** The key time at a host frame. */
  readonly at: (frame: Frames) => Frames;
  /**
   * The host moments at which a key time stands, in order: none, one or many. A moment is `from` = `to`; a time that is
   * held for a while gives the half-open stretch. Looked for in the composition and the layer's bar; where nothing bends
   * the time of keys there is one, wherever it lies.
   */
  readonly moments: (at: Frames) => readonly Showing[];
  /** Whether a key time is a host frame with something added: pulled by so many frames, it goes by as many. */
  readonly even: boolean;
};

type Known = { readonly timing: object; readonly from: Frames; readonly to: Frames; readonly byName: Map<string, KeyTimes> };
const remembered = new WeakMap<Layer, Known>();

/** What of a track says in which time its keys stand. */
export type KeyClock = { readonly spec: { readonly clock: Clock }; readonly operator: string | null; readonly address?: string };

/** The key times of a track of a layer with that timing; the same layer in the same surroundings answers with the same object. */
export function keyTimesIn(timing: LayerTiming, host: Composition, layer: Layer, track: KeyClock): KeyTimes {
  const outer = hull(layer.spans);
  // A bar's end is no frame of it, and yet motion ends there.
  const [from, to] = [Math.min(0, outer?.[0] ?? 0), Math.max(host.duration, outer?.[1] ?? 0) + 1];
  let known = remembered.get(layer);
  if (!known || known.timing !== timing || known.from !== from || known.to !== to) remembered.set(layer, (known = { timing, from, to, byName: new Map() }));
  const { narrowed } = timing.stack;
  const address = track.spec.clock === 'layer' && track.address !== undefined && narrowed.includes(track.address) ? track.address : null;
  const name = address !== null ? `narrowed ${address}` : (track.operator ?? track.spec.clock);
  let times = known.byName.get(name);
  if (!times) known.byName.set(name, (times = address !== null ? bent(timing.stack.keysOf(address), from, to) : prepare(layer, timing.stack, track.spec.clock, track.operator, from, to)));
  return times;
}

function prepare(layer: Layer, stack: LayerTiming['stack'], clock: Clock, operator: string | null, from: Frames, to: Frames): KeyTimes {
  switch (clock) {
    case 'layer': return stack.keySteps.every((step) => step.tracks !== null) ? shifted(layer.start, stack.keyEntry) : bent(stack.keys, from, to);
    case 'source': return bent(stack.entry, from, to);
    case 'operator': {
      const steps = stack.steps.some((step) => step.id === operator) ? stack.steps : stack.keySteps;
      const i = steps.findIndex((step) => step.id === operator);
      // An operator that is off counts what would come in to it if it stood first.
      const incoming = steps[i]?.incoming ?? stack.entry;
      return i === 0 && steps === stack.keySteps ? shifted(layer.start, stack.keyEntry) : bent(incoming, from, to);
    }
  }
}

function shifted(start: Frames, map: TimeMap): KeyTimes {
  return { at: map.at, even: true, moments: (at) => [{ from: at + start, to: at + start }] };
}

function bent(map: TimeMap, from: Frames, to: Frames): KeyTimes {
  const known = new Map<Frames, readonly Showing[]>();
  return {
    at: map.at, even: false,
    moments(at) {
      let found = known.get(at);
      if (!found) known.set(at, (found = preimages(map, at, from, to).found));
      return found;
    },
  };
}

/** The host frame at which a key time would stand if nothing bent the time of the layer's keys: for keys that are never met. */
export function unbent(layer: Layer, at: Frames): Frames {
  return at + layer.start;
}

/**
 * The key time that a key comes to when it is pulled by so many host frames from one of its moments: the one nearest to
 * `near`, if several are given. A key that is never met goes by as many frames of its own.
 */
export function pulled(times: KeyTimes, at: Frames, by: Frames, near?: Frames): Frames {
  if (times.even) return at + by;
  const found = times.moments(at);
  const [first] = near === undefined ? found : [...found].sort((a, b) => Math.abs(a.from - near) - Math.abs(b.from - near));
  return first ? times.at(first.from + by) : at + by;
}
