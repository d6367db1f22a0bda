import { DUST, type Frames } from '../../time';
import type { Project } from '../../model';
import { pulled } from '../../scene';
import { count, type Draft } from '../document/change';
import { byTrack } from './chosen-keys';
import { patchOf, type Patch } from '../document/patch';
import { storedKey } from './stored-key';
import type { KeyRef } from '../document/target';

/**
 * Moves keys by a number of the host's frames: each goes to the time of its own at which its moment on screen then
 * stands. Of a key that is met several times the moment nearest to `near` is pulled, or the first. A key that stands where
 * one lands gives way to it.
 */
export function moveKeys(project: Project, compositionId: string, refs: readonly KeyRef[], by: Frames, near?: Frames): Draft | null {
  if (by === 0) return null;
  const patches: Patch[] = [];
  let moved = 0;
  for (const { track, path, times, keys, chosen } of byTrack(project, compositionId, refs)) {
    const landing = new Map(keys.filter((key) => chosen.has(key.id)).map((key) => [key.id, pulled(times, key.at, by, near)]));
    const taken = [...landing.values()];
    // Where time runs backwards or stands, keys could meet: then none of this track goes.
    if (new Set(taken.map((at) => Math.round(at / DUST))).size < taken.length) continue;
    for (const key of keys) {
      const at = landing.get(key.id);
      if (at !== undefined) {
        if (at === key.at) continue;
        moved++;
        patches.push(patchOf([...path, 'keys', key.id, 'at'], key.at, at));
      } else if (taken.some((one) => Math.abs(one - key.at) <= DUST)) patches.push(patchOf([...path, 'keys', key.id], storedKey(track, key), undefined));
    }
  }
  return moved === 0 ? null : { event: 'keys.move', label: `Move ${count(moved, 'key')}`, patches };
}

/** Takes keys out. A channel that loses its last key rests at the value that key had. */
export function deleteKeys(project: Project, compositionId: string, refs: readonly KeyRef[]): Draft | null {
  const patches: Patch[] = [];
  let gone = 0;
  for (const { track, path, keys, chosen } of byTrack(project, compositionId, refs)) {
    const going = keys.filter((key) => chosen.has(key.id));
    gone += going.length;
    patches.push(...going.map((key) => patchOf([...path, 'keys', key.id], storedKey(track, key), undefined)));
    const last = going[going.length - 1];
    const rest = track.channel!.value;
    if (last && track.operator === null && going.length === keys.length && rest !== last.value) patches.push(patchOf([...path, 'value'], rest, last.value));
  }
  return gone === 0 ? null : { event: 'keys.delete', label: `Delete ${count(gone, 'key')}`, patches };
}
