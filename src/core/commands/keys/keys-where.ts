import { keyedTracks } from '../../scene';
import { member, type Project } from '../../model';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { framesOf, NO_MOMENTS } from '../bars/moments';
import { applyPatches, type Patch } from '../document/patch';
import { reachable, refsOf } from '../poses/posed-layers';
import type { Refused } from '../document/refused';
import { addKeys } from './set-values';
import { keysOf } from '../document/target';

/** Puts keys on the keyed tracks of layers wherever another layer has some; nothing changes by them. */
export function putKeysWhere(project: Project, compositionId: string, layer: string, onto: readonly string[], newId: () => string): Made | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  const like = composition && member(composition.layers.by, layer);
  if (!composition || !like) return null;
  const keys = keyedTracks(project, like).flatMap((track) => keysOf(track.channel).map((key) => ({ layer, track: track.address, key: key.id })));
  const tracks = reachable(project, compositionId, onto).filter((one) => one.id !== layer).flatMap((one) => refsOf(one, keyedTracks(project, one)));
  const patches: Patch[] = [];
  const frames = [...framesOf(project, composition, { ...NO_MOMENTS, keys })].sort((a, b) => a - b);
  let [now, moments, refused] = [project, 0, ''];
  for (const frame of frames) {
    const draft = addKeys(now, compositionId, tracks, { frame, newId });
    if (draft && 'refused' in draft) refused = draft.refused;
    if (!draft || 'refused' in draft) continue;
    moments++;
    patches.push(...draft.patches);
    now = applyPatches(now, draft.patches).project;
  }
  if (patches.length === 0) return refused === '' ? null : { refused };
  return { event: 'keys.where', label: `Put keys where ${like.name} has them, at ${count(moments, 'moment')}`, patches };
}
