import { keyTimesOf, unbent, type KeyTimes, type Track } from '../../scene';
import type { Channel, Composition, Layer, Project } from '../../model';
import { DUST, dust, type Frames } from '../../time';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { keyPatches, storedKey } from './stored-key';
import { keysOf, reach, type AnyKey, type KeyRef, type TrackRef } from '../document/target';

export type StoredKey = Channel['keys'][string];

/** Chosen keys of one track, with all that an edit of them asks for. */
export type TrackKeys = {
  readonly ref: TrackRef;
  readonly composition: Composition;
  readonly layer: Layer;
  readonly track: Track;
  readonly channel: Channel;
  readonly path: readonly string[];
  readonly times: KeyTimes;
  /** All keys of the track, in order of time. */
  readonly keys: readonly AnyKey[];
  readonly chosen: ReadonlySet<string>;
};

/** The chosen keys, track by track. What is gone or locked is passed over; who only reads has locked layers too. */
export function byTrack(project: Project, compositionId: string, refs: readonly KeyRef[], toRead = false): readonly TrackKeys[] {
  const groups = new Map<string, { ref: TrackRef; chosen: Set<string> }>();
  for (const { key, ...ref } of refs) {
    const name = `${ref.layer}\n${ref.track}`;
    const group = groups.get(name) ?? { ref, chosen: new Set<string>() };
    group.chosen.add(key);
    groups.set(name, group);
  }
  return [...groups.values()].flatMap(({ ref, chosen }) => {
    const target = reach(project, compositionId, ref, toRead);
    if (!target?.track.channel) return [];
    const { composition, layer, track } = target;
    return [{ ref: { layer: layer.id, track: track.address }, composition, layer, track, channel: track.channel!, path: trackPath(compositionId, ref.layer, track), times: keyTimesOf(project, composition, layer, track), keys: keysOf(track.channel), chosen }];
  });
}

/** The chosen among the keys of a track, as they are stored, in order of time. */
export function chosenOf({ keys, chosen }: TrackKeys): readonly StoredKey[] {
  return keys.filter((key) => chosen.has(key.id)) as readonly StoredKey[];
}

/** The first host moment at which a key is met; one that is never met stands where it would if nothing bent its time. */
export function momentOf({ times, layer }: Pick<TrackKeys, 'times' | 'layer'>, at: Frames): Frames {
  return times.moments(at)[0]?.from ?? unbent(layer, at);
}

/** The own time that a key comes to when its moment goes from one host frame to another. */
export function ownTimeAt({ times }: Pick<TrackKeys, 'times'>, at: Frames, from: Frames, to: Frames): Frames {
  return dust(times.even || times.moments(at).length === 0 ? at + (to - from) : times.at(to));
}

export type Landed = { readonly patches: readonly Patch[]; readonly moved: number; readonly stay: number };

/**
 * Puts keys of a track at other host moments, with other fields where `shaped` says so. A key that is not among them and
 * stands where one lands gives way. Of several that would meet the first takes the place and the others stay where they are; they are counted.
 */
export function land(group: TrackKeys, moments: ReadonlyMap<string, Frames>, shaped: (key: StoredKey) => StoredKey = (key) => key): Landed {
  const name = (at: Frames) => Math.round(at / DUST);
  const after: Record<string, AnyKey> = Object.fromEntries(group.keys.map((key) => [key.id, key]));
  const going = group.keys.filter((key) => moments.has(key.id)) as readonly StoredKey[];
  const landing = going.map((key) => ({ key, at: ownTimeAt(group, key.at, momentOf(group, key.at), moments.get(key.id)!) }));
  const staying = new Set(landing.filter(({ key, at }) => name(at) === name(key.at)).map(({ key }) => key.id));
  const still = staying.size;
  // Who stays has its place first, and may by that keep another from landing there.
  for (let settled = false; !settled;) {
    settled = true;
    const taken = new Set(landing.filter(({ key }) => staying.has(key.id)).map(({ key }) => name(key.at)));
    for (const { key, at } of landing) {
      if (staying.has(key.id)) continue;
      settled &&= !taken.has(name(at));
      if (taken.has(name(at))) staying.add(key.id);
      taken.add(name(at));
    }
  }
  const taken = new Set<number>();
  for (const { key, at } of landing) {
    after[key.id] = { ...shaped(key), at: staying.has(key.id) ? key.at : at };
    taken.add(name(after[key.id]!.at));
  }
  const [moved, stay] = [landing.length - staying.size, staying.size - still];
  for (const key of group.keys) if (!moments.has(key.id) && taken.has(name(key.at))) delete after[key.id];
  return { patches: keyPatches(group.track, group.path, Object.fromEntries(group.keys.map((key) => [key.id, key])), after), moved, stay };
}

/** Patches that give a track other keys than it has. */
export function rekeyed({ track, path, keys }: Pick<TrackKeys, 'track' | 'path' | 'keys'>, after: readonly AnyKey[]): readonly Patch[] {
  return keyPatches(track, path, Object.fromEntries(keys.map((key) => [key.id, key])), Object.fromEntries(after.map((key) => [key.id, key])));
}

/** A patch that takes a key out. */
export function gone({ track, path }: Pick<TrackKeys, 'track' | 'path'>, key: AnyKey): Patch {
  return patchOf([...path, 'keys', key.id], storedKey(track, key), undefined);
}

/** What is said of keys that were left where they are. */
export function toldOfStay(stay: number): { readonly told?: string } {
  return stay === 0 ? {} : { told: stay === 1 ? 'One key stays where it is: it would have met another.' : `${stay} keys stay where they are: they would have met others.` };
}
