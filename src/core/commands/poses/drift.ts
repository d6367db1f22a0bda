import { endOf, withoutFields, type VectorKey } from '../../keys';
import { member, type Channel, type Project } from '../../model';
import { hull, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { byTrack, momentOf, type StoredKey } from '../keys/chosen-keys';
import type { Patch } from '../document/patch';
import { keyAt } from '../keys/set-values';
import { keyPatches } from '../keys/stored-key';
import type { KeyRef } from '../document/target';
import type { Refused } from '../document/refused';
import { tidy } from '../document/tidy';

export type Drifting = {
  /** For how long; null: until the end of each layer's bar. */
  readonly frames: Frames | null;
  /** How fast: percent of the mean pace with which it came; not asked where `far` is given. */
  readonly percent: number;
  /** How far, in the unit of each track; a place kept as across and down goes so far on its way. */
  readonly far: number | null;
  /** Places alone drift on. */
  readonly place: boolean;
};

const PLACES: ReadonlySet<string> = new Set(['x', 'y', 'position']);
type Group = ReturnType<typeof byTrack>[number];

/**
 * Lets what arrived on keys drift on: in the direction that it came, so fast or so far. A key that stands where it ends gives way; one that is to drift
 * itself does not. What did not move is left.
 */
export function driftOn(project: Project, compositionId: string, refs: readonly KeyRef[], how: Drifting, newId: () => string): Draft | Refused | null {
  const patches: Patch[] = [];
  const groups = byTrack(project, compositionId, refs).filter(({ track }) => !how.place || PLACES.has(track.address));
  if (groups.length === 0) return how.place && refs.length > 0 ? { refused: 'None of these keys is one of a place.' } : null;
  let [many, late] = [0, 0];
  for (const group of groups) {
    const keys = group.keys as readonly StoredKey[];
    const after = new Map(keys.map((key) => [key.id, key]));
    for (const [i, key] of keys.entries()) {
      const before = keys[i - 1];
      if (!group.chosen.has(key.id) || !before) continue;
      const [from, end] = [before.value, endOf(key as unknown as VectorKey) as unknown];
      const begins = momentOf(group, key.at);
      const frames = how.frames ?? (hull(member(project.compositions.by, compositionId)!.layers.by[group.layer.id]!.spans)?.[1] ?? begins) - begins;
      if (frames <= 0) {
        late++;
        continue;
      }
      const share = how.far === null ? (frames / (key.at - before.at)) * (how.percent / 100) : how.far / wayTo(groups, group, key.at);
      const on = (a: number, b: number) => b + (b - a) * share;
      const value = typeof from === 'number' ? on(from, end as number)
        : Array.isArray(from) && group.track.spec.type !== 'S' ? (from as readonly number[]).map((part, c) => on(part, (end as readonly number[])[c]!)) : null;
      if (value === null || !Number.isFinite(share) || JSON.stringify(value) === JSON.stringify(end)) continue;
      const at = group.times.even ? key.at + frames : group.times.at(begins + frames);
      const there = keyAt([...after.values()], at);
      if (there && (group.chosen.has(there.id) || there.id === key.id)) return { refused: `The drift of ${group.track.spec.label} of ${group.layer.name} from frame ${begins} would end on the key at ${momentOf(group, there.at)}, which is to drift itself: take fewer frames, or that key out of the selection.` };
      if (there) after.delete(there.id);
      after.set(key.id, withoutFields(key, 'right', 'ease', 'curve', 'kept'));
      const id = newId();
      after.set(id, { id, at, value: typeof value === 'number' ? tidy(value) : value.map((part) => Math.round(part * 1e6) / 1e6), joined: false });
      many++;
    }
    patches.push(...keyPatches(group.track, group.path, group.channel.keys, Object.fromEntries(after) as Channel['keys']));
  }
  if (patches.length === 0) return { refused: late > 0 ? 'The bars end where these keys land: there is no time left to drift in.' : 'Nothing arrives on these keys: drifting on needs a motion that came from somewhere.' };
  return { event: 'poses.drift', label: `Drift on from ${count(many, 'key')} ${how.frames === null ? 'until the bars end' : `for ${count(how.frames, 'frame')}`}, ${how.far === null ? `at ${how.percent} %` : `${how.far} far`}`, patches };
}

/** How far a track comes to its key at a time: where across and down are keyed alike, the way of both together. */
function wayTo(groups: readonly Group[], group: Group, at: Frames): number {
  const mate = group.track.address === 'x' ? 'y' : group.track.address === 'y' ? 'x' : null;
  const other = mate === null ? undefined : groups.find((one) => one.layer.id === group.layer.id && one.track.address === mate);
  const leg = (one: Group | undefined): readonly number[] => {
    const keys = (one?.keys ?? []) as readonly StoredKey[];
    const i = keys.findIndex((key) => Math.abs(key.at - at) < 1e-6 && one!.chosen.has(key.id));
    if (i < 1) return [];
    const [from, to] = [[keys[i - 1]!.value].flat() as number[], [endOf(keys[i] as unknown as VectorKey) as unknown].flat() as number[]];
    return from.map((part, c) => to[c]! - part);
  };
  return Math.hypot(...leg(group), ...leg(other));
}
