import type { Project } from '../../model';
import { count, type Draft } from '../document/change';
import { byTrack, rekeyed, type StoredKey } from './chosen-keys';
import type { Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { tidy } from '../document/tidy';
import type { KeyRef } from '../document/target';

/**
 * Smooths out a run of keys: each that has a chosen neighbour on both sides goes a share of the way to where the straight line between those two
 * passes. The ends stay; times stay.
 */
export function calmKeys(project: Project, compositionId: string, refs: readonly KeyRef[], share: number): Draft | Refused | null {
  const patches: Patch[] = [];
  let many = 0;
  for (const group of byTrack(project, compositionId, refs)) {
    const keys = group.keys as readonly StoredKey[];
    const after = keys.map((key, i): StoredKey => {
      const [before, next] = [keys[i - 1], keys[i + 1]];
      if (!before || !next || ![before, key, next].every((one) => group.chosen.has(one.id))) return key;
      const u = (key.at - before.at) / (next.at - before.at);
      const calm = (own: number, a: number, b: number) => tidy(own + (a + (b - a) * u - own) * share);
      many++;
      if (typeof key.value === 'number') return { ...key, value: calm(key.value, before.value as number, next.value as number) };
      const [own, a, b] = [key.value, before.value, next.value];
      const rows = [own, a, b].every((one) => Array.isArray(one) && one.every((part) => typeof part === 'number'));
      return rows ? { ...key, value: (own as number[]).map((part, c) => calm(part, (a as number[])[c]!, (b as number[])[c]!)) } : key;
    });
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? (refs.length === 0 ? null : { refused: 'Select three keys or more of a track that do not lie on one line: the first and the last stay.' }) : { event: 'keys.calm', label: `Smooth out ${count(many, 'key')}`, patches };
}
