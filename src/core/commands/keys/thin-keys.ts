import { channelSampler } from '../../scene';
import { drawnHandles, endOf, runsRound, thinScalar, thinVector, type ScalarKey, type VectorKey } from '../../keys';
import type { Project } from '../../model';
import { count } from '../document/change';
import { byTrack, rekeyed, type StoredKey, type TrackKeys } from './chosen-keys';
import { timesBetween, tooLong } from './look-times';
import type { Made } from '../document/made';
import type { Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { sameValue } from '../document/patch';
import type { KeyRef } from '../document/target';

/**
 * Takes out what chosen keys can do without: at every frame, and between frames, tracks show what they showed within a
 * tolerance, in the unit of each. Only keys that stand one after another in their track make a run; its ends stay.
 */
export function thinKeys(project: Project, compositionId: string, refs: readonly KeyRef[], tolerance: number): Made | Refused | null {
  const patches: Patch[] = [];
  let [went, many] = [0, 0];
  const left: string[] = [];
  for (const group of byTrack(project, compositionId, refs)) {
    many += group.chosen.size;
    const chosen = group.keys.filter((key) => group.chosen.has(key.id));
    const why = tooLong(chosen[0]?.at ?? 0, chosen[chosen.length - 1]?.at ?? 0);
    if (why !== null) {
      left.push(`${group.track.spec.label} of ${group.layer.name}: ${why}.`);
      continue;
    }
    const after = thinned(group, tolerance);
    if (after.length === group.keys.length) continue;
    went += group.keys.length - after.length;
    patches.push(...rekeyed(group, after));
  }
  if (patches.length === 0) return many === 0 ? null : { refused: left[0] ?? (many < 3 ? 'Select three keys or more of a track: the first and the last stay.' : `Each of these keys is needed within ${tolerance}.`) };
  return { event: 'keys.thin', label: `Thin ${count(many, 'key')}, ${went} taken out`, patches, ...(left.length > 0 ? { told: `Left as it is: ${left[0]}` } : {}) };
}

function thinned(group: TrackKeys, tolerance: number): readonly StoredKey[] {
  const keys = group.keys as readonly StoredKey[];
  const after: StoredKey[] = [];
  for (let i = 0; i < keys.length;) {
    if (!group.chosen.has(keys[i]!.id)) {
      after.push(keys[i++]!);
      continue;
    }
    let end = i;
    while (end + 1 < keys.length && group.chosen.has(keys[end + 1]!.id)) end++;
    after.push(...runThinned(group, i, end, tolerance));
    i = end + 1;
  }
  return after;
}

/** The keys from one to another, both included, without those that are not needed. */
function runThinned(group: TrackKeys, from: number, to: number, tolerance: number): readonly StoredKey[] {
  const { channel, track: { spec } } = group;
  const own = group.keys as readonly StoredKey[];
  const run = own.slice(from, to + 1);
  if (run.length < 3) return run;
  const sample = channelSampler(channel, spec.type);
  switch (spec.type) {
    case 'N': {
      const all = own as unknown as readonly ScalarKey[];
      const drawn = run.map((_, k) => drawnHandles(all, from + k, runsRound(all, channel)));
      const inside = (x: number) => (x >= drawn[drawn.length - 1]!.at ? endOf(drawn[drawn.length - 1]!) : (sample(x) as number));
      const thin = thinScalar(drawn, inside, timesBetween(group), tolerance);
      return thin.length === run.length ? run : (thin as unknown as readonly StoredKey[]).map((key) => ({ ...key, joined: false }));
    }
    case 'P':
    case 'C': {
      const thin = thinVector(run as unknown as readonly VectorKey[], sample as (x: number) => readonly number[], timesBetween(group), tolerance);
      return thin as unknown as readonly StoredKey[];
    }
    // What only holds can do without keys that change nothing; outlines count as held: they stay unless they are the same.
    default: return run.filter((key, k) => k === 0 || k === run.length - 1 || !sameValue(key.value, run[k - 1]!.value) || (spec.type === 'S' && !sameValue(key.value, run[k + 1]!.value)));
  }
}
