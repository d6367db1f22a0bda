import { keyTimesOf, keyedTracks } from '../../scene';
import { drawnHandles, runsRound, type ScalarKey } from '../../keys';
import type { Channel, Project } from '../../model';
import { DUST, type Frames } from '../../time';
import type { Draft } from '../document/change';
import { nameOf } from '../layers/layers';
import type { Made } from '../document/made';
import { trackPath } from '../document/paths';
import { applyPatches, type Patch } from '../document/patch';
import { posedOrKeyed } from './pose-tracks';
import { reachable, refsOf } from './posed-layers';
import { addKeys, type Keying } from '../keys/set-values';
import { keyPatches } from '../keys/stored-key';
import { keysOf } from '../document/target';
import type { Refused } from '../document/refused';

/** Keys poses as they are seen at a frame: the tracks of the pose, and what has keys already. Nothing changes by it. */
export function keyPoses(project: Project, compositionId: string, ids: readonly string[], how: Omit<Keying, 'keying' | 'keepWas'>): Draft | Refused | null {
  const refs = reachable(project, compositionId, ids).flatMap((layer) => refsOf(layer, posedOrKeyed(project, layer)));
  const draft = addKeys(project, compositionId, refs, how);
  return draft && !('refused' in draft) ? { ...draft, event: 'poses.key', label: draft.label.replace('Add', 'Key the pose:') } : draft;
}

/**
 * Keys layers just before a span and where it ends, so that what is changed inside of it leaves the rest as it is. Smooth handles at those
 * two are written out: they would lean with what comes between.
 */
export function holdNeighbours(project: Project, compositionId: string, ids: readonly string[], from: Frames, to: Frames, newId: () => string): Made | Refused | null {
  if (to <= from) return { refused: `The span from ${from} to ${to} holds no frame.` };
  const layers = reachable(project, compositionId, ids);
  const patches: Patch[] = [];
  let now = project;
  const left: string[] = [];
  const at = [Math.max(from - 1, 0), to] as const;
  for (const frame of at) {
    const refs = layers.flatMap((layer) => refsOf(layer, posedOrKeyed(project, layer)));
    const draft = addKeys(now, compositionId, refs, { frame, newId });
    if (!draft) continue;
    if ('refused' in draft) {
      left.push(draft.refused);
      continue;
    }
    patches.push(...draft.patches);
    now = applyPatches(now, draft.patches).project;
  }
  const open: string[] = [];
  for (const layer of layers) {
    const composition = now.compositions.by[compositionId]!;
    const fresh = composition.layers.by[layer.id]!;
    for (const track of keyedTracks(now, fresh)) {
      if (track.operator !== null) continue;
      const keys = keysOf(track.channel) as unknown as readonly ScalarKey[];
      const times = keyTimesOf(now, composition, fresh, track);
      const ends = at.map((frame) => times.at(frame));
      if (ends.some((end) => !keys.some((key) => Math.abs(end - key.at) <= DUST))) open.push(`${track.spec.label} of ${layer.name}`);
      if (track.spec.type !== 'N') continue;
      const after = keys.map((key, i) => (ends.some((end) => Math.abs(end - key.at) <= DUST) ? drawnHandles(keys, i, runsRound(keys, track.channel!)) : key));
      patches.push(...keyPatches(track, trackPath(compositionId, layer.id, track), track.channel!.keys, Object.fromEntries(after.map((key) => [key.id, key])) as unknown as Channel['keys']));
    }
  }
  if (patches.length === 0) return left[0] === undefined ? null : { refused: left[0] };
  return { event: 'poses.hold', label: `Hold ${nameOf(project, compositionId, layers.map((layer) => layer.id))} before ${from} and from ${to} on`, patches, ...(open.length > 0 ? { told: `Could not be held on both sides, for a key there would change it: ${open.join(', ')}.` } : {}) };
}
