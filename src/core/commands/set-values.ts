import { hasKeys, keyTimesOf, sampleChannel, type Track } from '../scene';
import { segmentControls, type ScalarKey } from '../keys';
import { inTime, type Channel, type Project } from '../model';
import { DUST, type Frames } from '../time';
import { count, type Draft } from './change';
import { keyAdded } from './key-added';
import { isNamedByWords, nameFromWords } from './next-name';
import { layerPath, trackPath } from './paths';
import { patchOf, type Patch } from './patch';
import { keyPatches } from './stored-key';
import { keysOf, reach, restingChannel, type AnyKey, type TrackRef } from './target';
import type { Refused } from './refused';

export type NewValue = TrackRef & { readonly value: unknown };

export type Keying = {
  /** The composition's frame at which the picture is looked at. */
  readonly frame: Frames;
  /** On: changes become keys at that frame. Off: a channel with keys moves all of them by the same amount. */
  readonly keying: boolean;
  readonly newId: () => string;
};

/** Gives channels new values as they are seen at a frame. A gesture that has a word of its own (“Move”) is told by that, else by the channels. */
export function setValues(project: Project, compositionId: string, values: readonly NewValue[], how: Keying, verb?: string): (Draft & { readonly moved: number }) | null {
  const patches: Patch[] = [];
  const touched = new Set<string>();
  const labels = new Set<string>();
  let [keyed, moved] = [0, 0];
  for (const { value, ...ref } of values) {
    const target = reach(project, compositionId, ref);
    if (!target) continue;
    const { composition, layer, track } = target;
    const x = keyTimesOf(project, composition, layer, track).at(how.frame);
    const before = track.channel ?? restingChannel(track);
    const keys = keysOf(track.channel);
    const isKeyed = hasKeys(before);
    const after = how.keying || (track.operator !== null && !isKeyed) ? keyedAt(before, track, x, value, how.newId) : isKeyed ? shifted(before, track, x, value) : { ...before, value };
    if (sameChannel(before, after)) continue;
    patches.push(...differences(track, trackPath(compositionId, layer.id, track), after));
    // A text is called by its words until somebody names it.
    const words = layer.kind === 'text' && track.address === 'text' && !hasKeys(after) && isNamedByWords(layer.name, before.value) ? nameFromWords(after.value) : null;
    if (words !== null && words !== layer.name) patches.push(patchOf([...layerPath(compositionId, layer.id), 'name'], layer.name, words));
    touched.add(layer.name);
    labels.add(track.spec.label);
    if (how.keying) keyed++;
    else moved += keys.length;
  }
  if (patches.length === 0) return null;
  const keys = keyed > 0 ? `, ${count(keyed, 'key')} set` : moved > 0 ? `, ${count(moved, 'key')} moved` : '';
  if (verb !== undefined) return { event: 'tracks.set', label: `${verb} ${touched.size === 1 ? [...touched][0] : count(touched.size, 'layer')}${keys}`, moved, patches };
  const what = labels.size === 1 ? [...labels][0]! : labels.size === 2 ? [...labels].join(' and ') : count(labels.size, 'channel');
  const whose = touched.size === 1 ? `of ${[...touched][0]}` : `of ${count(touched.size, 'layer')}`;
  return { event: 'tracks.set', label: keyed > 0 ? `Key ${what} ${whose}` : `Change ${what} ${whose}${moved > 0 ? keys : ''}`, moved, patches };
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
  for (const ref of refs) {
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

function keyedAt(channel: Channel, { spec }: Track, x: Frames, value: unknown, newId: () => string): Channel {
  const keys = inTime(channel.keys);
  const there = keyAt(keys, x);
  if (there) return { ...channel, keys: { ...channel.keys, [there.id]: { ...there, value } } };
  const id = newId();
  const i = keys.findLastIndex((key) => key.at < x);
  const [before, after] = [keys[i], keys[i + 1]];
  if (!before || !after) return { ...channel, keys: { ...channel.keys, [id]: { id, at: x, value, joined: false } } };
  if (spec.type !== 'N') {
    const way = { ...(before.ease === undefined ? {} : { ease: before.ease }), ...(before.curve ? { curve: before.curve } : {}) };
    return { ...channel, keys: { ...channel.keys, [id]: { id, at: x, value, joined: false, ...way } } };
  }
  // A pose put in the middle of an eased move should be passed smoothly, in a straight one straight.
  const controls = before.curve ? null : segmentControls(keys as unknown as readonly ScalarKey[], i);
  const straight = before.right === undefined && after.left === undefined;
  const way = before.curve ? { curve: before.curve } : !controls ? { right: 'hold' } : straight ? {} : { left: 'smooth', right: 'smooth' };
  return { ...channel, keys: { ...channel.keys, [id]: { id, at: x, value, joined: false, ...way } } };
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
