import { hasKeys, keyAdded, keyMomentsOf, keyTimesOf, sampleChannel, type Track } from '../../scene';
import { inTime, type Channel, type Composition, type Layer, type Project } from '../../model';
import { DUST, hull, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { SMOOTH } from './key-shape';
import { isNamedByWords, nameFromWords } from '../document/next-name';
import { layerPath, trackPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import { keyPatches } from './stored-key';
import { keysOf, reach, restingChannel, type AnyKey, type TrackRef } from '../document/target';
import type { Refused } from '../document/refused';

export type NewValue = TrackRef & { readonly value: unknown };

export type Keying = {
  /** The composition's frame at which the picture is looked at. */
  readonly frame: Frames;
  /** On: changes become keys at that frame. Off: a channel with keys moves all of them by the same amount. */
  readonly keying: boolean;
  /** The first key of a track keeps what was: the old value is keyed too, where the layer's motion was before that, or where its bar begins. */
  readonly keepWas?: boolean;
  readonly newId: () => string;
};

/** Gives channels new values as they are seen at a frame. A gesture that has a word of its own (“Move”) is told by that, else by the channels. */
export function setValues(project: Project, compositionId: string, values: readonly NewValue[], how: Keying, verb?: string): (Draft & { readonly moved: number; readonly told?: string }) | null {
  const patches: Patch[] = [];
  const was: string[] = [];
  const touched = new Set<string>();
  const labels = new Set<string>();
  let [set, moved] = [0, 0];
  for (const { value, ...ref } of values) {
    const target = reach(project, compositionId, ref);
    if (!target) continue;
    const { composition, layer, track } = target;
    const x = keyTimesOf(project, composition, layer, track).at(how.frame);
    const before = track.channel ?? restingChannel(track);
    const keys = keysOf(track.channel);
    const isKeyed = hasKeys(before);
    const keep = how.keying && how.keepWas && !isKeyed && track.operator === null && !sameValue(before.value, value) ? keptWas(project, composition, layer, track, how.frame) : null;
    const base = keep === null ? before : { ...before, keys: keyed(before, how.newId(), keep.at, before.value, project.newKeys, track) };
    const after = how.keying || (track.operator !== null && !isKeyed) ? keyedAt(base, track, x, value, how.newId, project.newKeys) : isKeyed ? shifted(before, track, x, value) : { ...before, value };
    if (keep !== null) was.push(`${track.spec.label} kept at ${Math.round(keep.frame * 100) / 100}, keyed at ${how.frame}`);
    if (sameChannel(before, after)) continue;
    patches.push(...differences(track, trackPath(compositionId, layer.id, track), after));
    // A text is called by its words until somebody names it.
    const words = layer.kind === 'text' && track.address === 'text' && !hasKeys(after) && isNamedByWords(layer.name, before.value) ? nameFromWords(after.value) : null;
    if (words !== null && words !== layer.name) patches.push(patchOf([...layerPath(compositionId, layer.id), 'name'], layer.name, words));
    touched.add(layer.name);
    labels.add(track.spec.label);
    if (how.keying) set++;
    else moved += keys.length;
  }
  if (patches.length === 0) return null;
  const keys = set > 0 ? `, ${count(set, 'key')} set` : moved > 0 ? `, ${count(moved, 'key')} moved` : '';
  // Of many one is named: they are all kept by the same rule.
  const told = was.length === 0 ? {} : { told: `${was[0]!}${was.length > 1 ? `, and ${count(was.length - 1, 'track')} more` : ''}.` };
  if (verb !== undefined) return { event: 'tracks.set', ...told, label: `${verb} ${touched.size === 1 ? [...touched][0] : count(touched.size, 'layer')}${keys}`, moved, patches };
  const what = labels.size === 1 ? [...labels][0]! : labels.size === 2 ? [...labels].join(' and ') : count(labels.size, 'channel');
  const whose = touched.size === 1 ? `of ${[...touched][0]}` : `of ${count(touched.size, 'layer')}`;
  return { event: 'tracks.set', ...told, label: set > 0 ? `Key ${what} ${whose}` : `Change ${what} ${whose}${moved > 0 ? keys : ''}`, moved, patches };
}

/**
 * Puts keys on channels at a frame with the values they have there: no picture changes, at no frame. What that takes (a
 * further key or two, a key that goes into the play that repeats) is done and told; a channel on which it cannot be done
 * is left out and told, and where there is no other that is the refusal.
 */
export function addKeys(project: Project, compositionId: string, refs: readonly TrackRef[], how: Omit<Keying, 'keying'>): Draft | Refused | null {
  const patches: Patch[] = [];
  let [added, more] = [0, 0];
  const left: string[] = [];
  // A track that is named twice takes one key.
  const named = new Map(refs.map((ref) => [`${ref.layer}\n${ref.track}`, ref]));
  for (const ref of named.values()) {
    const target = reach(project, compositionId, ref);
    if (!target) continue;
    const { composition, layer, track } = target;
    const x = keyTimesOf(project, composition, layer, track).at(how.frame);
    const result = keyAdded(track.channel ?? restingChannel(track), track.spec, x, how.newId);
    switch (result.kind) {
      case 'there': break;
      case 'cannot':
        left.push(`${track.spec.label} of ${layer.name} takes no key there without changing: ${result.why}`);
        break;
      case 'added':
        patches.push(...differences(track, trackPath(compositionId, layer.id, track), result.channel));
        added++;
        more += result.more;
        break;
    }
  }
  if (added === 0) return left[0] === undefined ? null : { refused: `${left[0]}.` };
  const told = `${more > 0 ? `, and ${count(more, 'more', 'more')} so that nothing changes` : ''}${left.length > 0 ? `; ${count(left.length, 'channel')} left out` : ''}`;
  return { event: 'keys.add', label: `Add ${count(added, 'key')}${told}`, patches };
}

/** The key that stands at a time, by the dust rule. */
export function keyAt<K extends AnyKey>(keys: readonly K[], x: Frames): K | undefined {
  return keys.find((key) => Math.abs(key.at - x) <= DUST);
}

type NewKeys = Project['newKeys'];

/**
 * Where the value that a track had is kept when it gets its first key: at the layer's latest key before the playhead, else where its bar
 * begins. Null where that is not before the playhead.
 */
function keptWas(project: Project, composition: Composition, layer: Layer, track: Track, frame: Frames): { readonly frame: Frames; readonly at: Frames } | null {
  const earlier = keyMomentsOf(project, composition, layer).filter((moment) => moment < frame - DUST);
  const begin = hull(layer.spans)?.[0];
  const there = earlier.length > 0 ? Math.max(...earlier) : begin === undefined ? null : Math.max(0, begin);
  if (there === null || there > frame - DUST) return null;
  const times = keyTimesOf(project, composition, layer, track);
  const at = times.at(there);
  return Math.abs(at - times.at(frame)) <= DUST ? null : { frame: there, at };
}

/** Keys with one more, shaped as new keys are. */
function keyed(channel: Channel, id: string, at: Frames, value: unknown, newKeys: NewKeys, { spec }: Track, more: object = {}): Channel['keys'] {
  return { ...channel.keys, [id]: { id, at, value, joined: false, ...newShape(newKeys, spec), ...more } };
}

/** How new keys are: straight, smooth, held; as drawn is for those that stand in a motion that is there. */
function newShape(newKeys: NewKeys, { type }: Track['spec']): object {
  const mixes = type === 'P' || type === 'C' || type === 'S';
  if (type !== 'N' && !mixes) return {};
  switch (newKeys) {
    case 'straight':
    case 'drawn': return {};
    case 'smooth': return mixes ? { ease: SMOOTH } : { left: 'smooth', right: 'smooth' };
    case 'hold': return mixes ? { ease: 'hold' } : { right: 'hold' };
  }
}

function keyedAt(channel: Channel, track: Track, x: Frames, value: unknown, newId: () => string, newKeys: NewKeys): Channel {
  const keys = inTime(channel.keys);
  const there = keyAt(keys, x);
  if (there) return { ...channel, keys: { ...channel.keys, [there.id]: { ...there, value } } };
  const i = keys.findLastIndex((key) => key.at < x);
  const [before, after] = [keys[i], keys[i + 1]];
  const put = (way: object): Channel => ({ ...channel, keys: keyed(channel, newId(), x, value, newKeys, track, way) });
  if (!before || !after) return put({});
  // Inside a stretch that is held, a new key is held too: between two steps stands a step.
  if (before.right === 'hold' && !before.curve) return put({ right: 'hold' });
  if (before.ease === 'hold' && !before.curve) return put({ ease: 'hold' });
  if (newKeys !== 'drawn') return put({});
  if (track.spec.type !== 'N') return put({ ...(before.ease === undefined ? {} : { ease: before.ease }), ...(before.curve ? { curve: before.curve } : {}) });
  // A pose put in the middle of an eased move is passed smoothly, in a straight one straight.
  const straight = !before.curve && before.right === undefined && after.left === undefined;
  return put(before.curve ? { curve: before.curve } : straight ? {} : { left: 'smooth', right: 'smooth' });
}

/** All keys moved by what the value at x was changed by; where values cannot be added, the key in force is changed. */
function shifted(channel: Channel, { spec }: Track, x: Frames, value: unknown): Channel {
  const now = sampleChannel(channel, spec, x);
  const add = (old: unknown): unknown => {
    if (typeof old === 'number') return old + (value as number) - (now as number);
    return (old as readonly number[]).map((part, c) => part + (value as readonly number[])[c]! - (now as readonly number[])[c]!);
  };
  if (spec.type === 'N' || spec.type === 'P' || spec.type === 'C') return { ...shiftedChannel(channel, add), value: channel.value };
  const keys = inTime(channel.keys);
  const inForce = keys.findLast((key) => key.at <= x) ?? keys[0];
  return inForce ? { ...channel, keys: { ...channel.keys, [inForce.id]: { ...inForce, value } } } : channel;
}

/** A channel with every value that it holds moved: at rest, of its keys, and what those arrive with. */
export function shiftedChannel(channel: Channel, move: (value: unknown) => unknown): Channel {
  const keys = Object.entries(channel.keys).map(([id, key]) => [id, { ...key, value: move(key.value), ...((key.arrives ?? null) === null ? {} : { arrives: move(key.arrives) }) }]);
  return { ...channel, value: move(channel.value), keys: Object.fromEntries(keys) as Channel['keys'] };
}

/** Patches on leaves: the resting value, whole keys that came or went, and single fields of keys that stayed. */
function differences(track: Track, path: readonly string[], after: Channel): readonly Patch[] {
  const { channel: before, operator } = track;
  if (!before) return [patchOf(path, undefined, after)];
  return [...(operator !== null || before.value === after.value ? [] : [patchOf([...path, 'value'], before.value, after.value)]), ...keyPatches(track, path, before.keys, after.keys)];
}

function sameChannel(a: Channel, b: Channel): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}
