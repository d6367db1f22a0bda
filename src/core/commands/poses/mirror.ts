import { inOrder, member, type Composition, type Layer, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { nameOf } from '../layers/layers';
import { poseTracks } from './pose-tracks';
import { reachable, seenAt } from './posed-layers';
import { setValues, type Keying, type NewValue } from '../keys/set-values';
import type { Refused } from '../document/refused';
import { tidy } from '../document/tidy';

/** What a track's value becomes in the mirror across the line x = `line`. */
export function mirrored(address: string, value: unknown, line: number): unknown {
  if (address === 'x') return 2 * line - (value as number) + 0;
  if (address === 'position') return [2 * line - (value as readonly number[])[0]! + 0, (value as readonly number[])[1]!];
  if (address === 'rotation' || address === 'skew') return -(value as number) + 0;
  return value;
}

/** The upright line in its parent that a layer is mirrored across. */
export function mirrorLine(composition: Composition, layer: Layer): number {
  return layer.mirrorAt ?? (layer.parent !== null && member(composition.layers.by, layer.parent) ? 0 : composition.width / 2);
}

/**
 * Mirrors poses at a frame: between partners each takes the other's, mirrored (`swap`), or the partner alone is given it; who has no partner is
 * mirrored in place. Only the tracks of the pose that both have take part.
 */
export function mirrorPoses(project: Project, compositionId: string, ids: readonly string[], swap: boolean, how: Keying): Draft | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const given = new Map<string, NewValue>();
  const gives = (from: Layer, to: Layer) => {
    const line = mirrorLine(composition, to);
    const own = new Set(poseTracks(project, to).map((track) => track.address));
    for (const track of poseTracks(project, from)) {
      const value = mirrored(track.address, seenAt(project, compositionId, from, track, how.frame), line);
      if (own.has(track.address)) given.set(`${to.id}\n${track.address}`, { layer: to.id, track: track.address, value: tidy(value) });
    }
  };
  const layers = reachable(project, compositionId, ids);
  for (const layer of layers) {
    const partner = layer.partner === null ? inOrder(composition.layers).find((one) => one.partner === layer.id) : member(composition.layers.by, layer.partner);
    gives(layer, partner ?? layer);
    if (partner && swap) gives(partner, layer);
  }
  const draft = setValues(project, compositionId, [...given.values()], how);
  return draft && { ...draft, event: 'poses.mirror', label: `Mirror the pose of ${nameOf(project, compositionId, layers.map((layer) => layer.id))}${draft.moved > 0 ? `, ${count(draft.moved, 'key')} moved` : ''}` };
}
