import type { Channel, Project } from '../../model';
import type { Draft } from '../document/change';
import type { StoredKey } from '../keys/chosen-keys';
import { nameOf } from '../layers/layers';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { poseTracks } from './pose-tracks';
import { reachable, seenAt } from './posed-layers';
import { setValues, shiftedChannel, type Keying, type NewValue } from '../keys/set-values';
import { keyPatches } from '../keys/stored-key';

/** A flip turns layers over about their own pivots: their size across or down takes the other sign. */
export function flipLayers(project: Project, compositionId: string, ids: readonly string[], axis: 'across' | 'down', how: Keying): Draft | null {
  const name = axis === 'across' ? 'scaleX' : 'scaleY';
  const layers = reachable(project, compositionId, ids);
  const label = `Flip ${nameOf(project, compositionId, layers.map((layer) => layer.id))} ${axis}`;
  const tracks = layers.flatMap((layer) => poseTracks(project, { ...layer, pose: [name] }).map((track) => ({ layer, track })));
  if (how.keying) {
    const values = tracks.map(({ layer, track }): NewValue => ({ layer: layer.id, track: name, value: -(seenAt(project, compositionId, layer, track, how.frame) as number) + 0 }));
    const draft = setValues(project, compositionId, values, how);
    return draft && { ...draft, event: 'poses.flip', label };
  }
  const turned = (value: unknown) => -(value as number) + 0;
  const patches = tracks.flatMap(({ layer, track }): readonly Patch[] => {
    const path = trackPath(compositionId, layer.id, track);
    if (!track.channel) return setValues(project, compositionId, [{ layer: layer.id, track: name, value: -(track.spec.start as number) }], how)?.patches ?? [];
    const after = shiftedChannel(track.channel, turned);
    const keys = Object.fromEntries(Object.entries(after.keys).map(([id, key]) => [id, upsideDown(key as StoredKey)]));
    return [patchOf([...path, 'value'], track.channel.value, after.value), ...keyPatches(track, path, track.channel.keys, keys as Channel['keys'])];
  });
  return patches.length === 0 ? null : { event: 'poses.flip', label, patches };
}

/** A key whose handles stand the other way up. */
export function upsideDown(key: StoredKey): StoredKey {
  const turned = (handle: unknown) => (Array.isArray(handle) && handle.length === 2 ? [handle[0], -handle[1] + 0] : handle);
  return { ...key, ...(key.right === undefined ? {} : { right: turned(key.right) }), ...(key.left === undefined ? {} : { left: turned(key.left) }), ...(key.kept === undefined ? {} : { kept: turned(key.kept) }) };
}
