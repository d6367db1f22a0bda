import { endOf, withoutFields, type VectorKey } from '../../keys';
import type { Channel, Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { byTrack, momentOf, type StoredKey } from '../keys/chosen-keys';
import type { Patch } from '../document/patch';
import { keyAt } from '../keys/set-values';
import { keyPatches } from '../keys/stored-key';
import type { KeyRef } from '../document/target';
import type { Refused } from '../document/refused';
import { tidy } from '../document/tidy';

/**
 * Lets what arrived on keys drift on for some frames: in the direction that it came, at a share of the mean pace with which it came. A key that
 * stands there already gives way. What did not move is left.
 */
export function driftOn(project: Project, compositionId: string, refs: readonly KeyRef[], frames: Frames, percent: number, newId: () => string): Draft | Refused | null {
  const patches: Patch[] = [];
  let many = 0;
  for (const group of byTrack(project, compositionId, refs)) {
    const keys = group.keys as readonly StoredKey[];
    const after = new Map(keys.map((key) => [key.id, key]));
    keys.forEach((key, i) => {
      const before = keys[i - 1];
      if (!group.chosen.has(key.id) || !before) return;
      const end: unknown = endOf(key as unknown as VectorKey);
      const share = (frames / (key.at - before.at)) * (percent / 100);
      const on = (from: number, to: number) => to + (to - from) * share;
      const value = typeof before.value === 'number' ? on(before.value, end as number)
        : Array.isArray(before.value) && group.track.spec.type !== 'S' ? (before.value as readonly number[]).map((part, c) => on(part, (end as readonly number[])[c]!)) : null;
      if (value === null || JSON.stringify(value) === JSON.stringify(end)) return;
      const moment = momentOf(group, key.at) + frames;
      const at = group.times.even ? key.at + frames : group.times.at(moment);
      const there = keyAt(keys, at);
      if (there) after.delete(there.id);
      after.set(key.id, withoutFields(key, 'right', 'ease', 'curve', 'kept'));
      const id = newId();
      after.set(id, { id, at, value: typeof value === 'number' ? tidy(value) : value.map((part) => Math.round(part * 1e6) / 1e6), joined: false });
      many++;
    });
    patches.push(...keyPatches(group.track, group.path, group.channel.keys, Object.fromEntries(after) as Channel['keys']));
  }
  if (patches.length === 0) return refs.length === 0 ? null : { refused: 'Nothing arrives on these keys: drifting on needs a motion that came from somewhere.' };
  return { event: 'poses.drift', label: `Drift on from ${count(many, 'key')} for ${frames} frames at ${percent} %`, patches };
}
