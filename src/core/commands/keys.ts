import { DUST, type Frames } from '../time';
import type { Project } from '../model';
import { count, type Draft } from './change';
import { channelPath } from './paths';
import { patchOf, type Patch } from './patch';
import { keysOf, reach, type AnyKey, type ChannelRef, type KeyRef } from './target';

/** Moves keys in time by a number of frames. A key that stands where one lands gives way to it. */
export function moveKeys(project: Project, compositionId: string, refs: readonly KeyRef[], by: Frames): Draft | null {
  if (by === 0) return null;
  const patches: Patch[] = [];
  let moved = 0;
  for (const { path, keys, chosen } of byChannel(project, compositionId, refs)) {
    const landing = keys.filter((key) => chosen.has(key.id)).map((key) => key.at + by);
    for (const key of keys) {
      if (chosen.has(key.id)) {
        moved++;
        patches.push(patchOf([...path, 'keys', key.id, 'at'], key.at, key.at + by));
      } else if (landing.some((at) => Math.abs(at - key.at) <= DUST)) patches.push(patchOf([...path, 'keys', key.id], key, undefined));
    }
  }
  return moved === 0 ? null : { event: 'keys.move', label: `Move ${count(moved, 'key')}`, patches };
}

/** Takes keys out. A channel that loses its last key rests at the value that key had. */
export function deleteKeys(project: Project, compositionId: string, refs: readonly KeyRef[]): Draft | null {
  const patches: Patch[] = [];
  let gone = 0;
  for (const { path, keys, chosen, value } of byChannel(project, compositionId, refs)) {
    const going = keys.filter((key) => chosen.has(key.id));
    gone += going.length;
    patches.push(...going.map((key) => patchOf([...path, 'keys', key.id], key, undefined)));
    const last = going[going.length - 1];
    if (last && going.length === keys.length && value !== last.value) patches.push(patchOf([...path, 'value'], value, last.value));
  }
  return gone === 0 ? null : { event: 'keys.delete', label: `Delete ${count(gone, 'key')}`, patches };
}

type ChannelKeys = { readonly path: readonly string[]; readonly keys: readonly AnyKey[]; readonly chosen: ReadonlySet<string>; readonly value: unknown };

/** The chosen keys, channel by channel. */
function byChannel(project: Project, compositionId: string, refs: readonly KeyRef[]): readonly ChannelKeys[] {
  const groups = new Map<string, { ref: ChannelRef; chosen: Set<string> }>();
  for (const ref of refs) {
    const name = JSON.stringify([ref.layer, ref.channel]);
    const group = groups.get(name) ?? { ref, chosen: new Set<string>() };
    group.chosen.add(ref.key);
    groups.set(name, group);
  }
  return [...groups.values()].flatMap(({ ref, chosen }) => {
    const target = reach(project, compositionId, ref);
    if (!target?.found.channel) return [];
    return [{ path: channelPath(compositionId, ref.layer, target.found), keys: keysOf(target.found.channel), chosen, value: target.found.channel.value }];
  });
}
