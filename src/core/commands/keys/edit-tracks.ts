import { hasKeys, keyTimesOf, sampleChannel } from '../../scene';
import { endOf, type VectorKey } from '../../keys';
import { inTime, type Channel, type Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import type { StoredKey } from './chosen-keys';
import { trackPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import { storedKey } from './stored-key';
import { reach, restingChannel, type TrackRef } from '../document/target';
import type { Refused } from '../document/refused';

type Edit = (channel: Channel, target: NonNullable<ReturnType<typeof reach>>, path: readonly string[]) => readonly Patch[];

function onTracks(project: Project, compositionId: string, refs: readonly TrackRef[], event: Draft['event'], words: (tracks: string) => string, edit: Edit): Draft | null {
  const patches: Patch[] = [];
  let many = 0;
  const named = new Map(refs.map((ref) => [`${ref.layer}\n${ref.track}`, ref]));
  for (const ref of named.values()) {
    const target = reach(project, compositionId, ref);
    if (!target || target.track.operator !== null) continue;
    const mine = edit(target.track.channel ?? restingChannel(target.track), target, trackPath(compositionId, target.layer.id, target.track));
    if (mine.length > 0) many++;
    patches.push(...mine);
  }
  return patches.length === 0 ? null : { event, label: words(count(many, 'track')), patches };
}

/** Takes the motion out of tracks: they rest at the value that is seen at a frame. */
export function stillTracks(project: Project, compositionId: string, refs: readonly TrackRef[], frame: Frames): Draft | null {
  return onTracks(project, compositionId, refs, 'tracks.still', (tracks) => `Take the motion out of ${tracks}`, (channel, { composition, layer, track }, path) => {
    if (!hasKeys(channel)) return [];
    const value = sampleChannel(channel, track.spec, keyTimesOf(project, composition, layer, track).at(frame));
    return [
      ...inTime(channel.keys).map((key) => patchOf([...path, 'keys', key.id], storedKey(track, key), undefined)),
      ...(sameValue(channel.value, value) ? [] : [patchOf([...path, 'value'], channel.value, value)]),
      ...(['before', 'after'] as const).flatMap((side) => (channel[side] === 'hold' ? [] : [patchOf([...path, side], channel[side], 'hold')])),
      ...(channel.repeats === null ? [] : [patchOf([...path, 'repeats'], channel.repeats, null)]),
      ...(channel.closed ? [patchOf([...path, 'closed'], true, false)] : []),
    ];
  });
}

/** Makes the last key of tracks show what the first shows, or the other way round. */
export function equalEnds(project: Project, compositionId: string, refs: readonly TrackRef[], like: 'first' | 'last'): Draft | Refused | null {
  const draft = onTracks(project, compositionId, refs, 'tracks.ends', (tracks) => `Make the ends of ${tracks} equal`, (channel, _, path) => {
    const keys = inTime(channel.keys) as readonly StoredKey[];
    const [first, last] = [keys[0], keys[keys.length - 1]];
    if (!first || !last || first === last) return [];
    if (like === 'first') {
      const end = endOf(last as unknown as VectorKey);
      // The motion arrives on what the first key shows, and so goes on from there.
      return [...(sameValue(last.value, first.value) ? [] : [patchOf([...path, 'keys', last.id, 'value'], last.value, first.value)]), ...((last.arrives ?? null) === null || sameValue(end, first.value) ? [] : [patchOf([...path, 'keys', last.id, 'arrives'], last.arrives, undefined)])];
    }
    return sameValue(first.value, last.value) ? [] : [patchOf([...path, 'keys', first.id, 'value'], first.value, last.value)];
  });
  return draft ?? (refs.length === 0 ? null : { refused: 'Their first and last keys are equal already, or there is one key only.' });
}

/** Closes tracks to a loop, whose first and last key are one, repeating on both sides; or opens them, as they are. */
export function closeTracks(project: Project, compositionId: string, refs: readonly TrackRef[], closed: boolean): Draft | Refused | null {
  const draft = onTracks(project, compositionId, refs, 'tracks.closed', (tracks) => `${closed ? 'Close' : 'Open'} ${tracks}`, (channel, _, path) => {
    const keys = inTime(channel.keys);
    const [first, last] = [keys[0], keys[keys.length - 1]];
    if (channel.closed === closed || (closed && (!first || !last || first === last))) return [];
    return [
      patchOf([...path, 'closed'], channel.closed, closed),
      ...(closed && !sameValue(first!.value, last!.value) ? [patchOf([...path, 'keys', last!.id, 'value'], last!.value, first!.value)] : []),
      ...(closed ? (['before', 'after'] as const).flatMap((side) => (channel[side] === 'repeat' ? [] : [patchOf([...path, side], channel[side], 'repeat')])) : []),
    ];
  });
  return draft ?? (closed && refs.length > 0 ? { refused: 'A loop needs two keys: the first and the last become one.' } : null);
}

/** Says within which bounds the values of tracks should stay; null takes the bounds away. They warn, and change nothing. */
export function limitTracks(project: Project, compositionId: string, refs: readonly TrackRef[], limits: readonly [number, number] | null): Draft | Refused | null {
  if (limits && limits[0] > limits[1]) return { refused: `The lower bound is ${limits[0]}, above the upper one, ${limits[1]}.` };
  return onTracks(project, compositionId, refs, 'tracks.limits', (tracks) => `${limits ? 'Set' : 'Take away'} the bounds of ${tracks}`, (channel, { track }, path) => {
    if (track.spec.type !== 'N' || sameValue(channel.limits, limits)) return [];
    if (!track.channel) return [patchOf(path, undefined, { ...channel, limits })];
    return [patchOf([...path, 'limits'], channel.limits, limits)];
  });
}
