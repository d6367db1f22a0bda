import { invert, multiply } from '../../display';
import { worldMatrix } from '../../scene';
import { isDrawn, member, parentOf, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { changedPose } from '../poses/pose';
import { setValues, type Keying } from '../keys/set-values';
import { reachLayer } from '../document/target';
import type { Refused } from '../document/refused';

/** Gives layers a parent (or none) so that they stay where they are at the frame that is looked at. */
export function setParent(project: Project, compositionId: string, ids: readonly string[], parentId: string | null, how: Keying): Draft | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  const parent = parentId === null ? null : composition && member(composition.layers.by, parentId);
  if (!composition || parent === undefined) return null;
  if (parent && !isDrawn(parent.kind)) return { refused: `${parent.name} has no place on the picture, so nothing can follow it.` };
  const links: Patch[] = [];
  const moving: string[] = [];
  for (const id of ids) {
    const layer = reachLayer(project, compositionId, id);
    if (!layer || !isDrawn(layer.kind) || layer.parent === parentId) continue;
    // Whoever follows this layer already cannot lead it: that would be a ring.
    for (let up = parentId, steps = 0; up !== null && steps < 1000; up = member(composition.layers.by, up)?.parent ?? null, steps++) {
      if (up === id) return { refused: parentId === id ? `${layer.name} cannot be its own parent.` : `${parent!.name} follows ${layer.name} already; a ring of parents has no beginning.` };
    }
    links.push(patchOf([...layerPath(compositionId, id), 'parent'], layer.parent, parentId));
    moving.push(id);
  }
  if (links.length === 0) return null;
  const linked = applyPatches(project, links).project;
  const host = linked.compositions.by[compositionId]!;
  const values = moving.flatMap((id) => {
    const world = worldMatrix(project, composition, composition.layers.by[id]!, how.frame, new Map());
    const layer = host.layers.by[id]!;
    const leader = parentOf(host, layer);
    const outer = leader && worldMatrix(linked, host, leader, how.frame, new Map());
    const back = outer && invert(outer);
    return changedPose(linked, host, layer, how.frame, back ? multiply(back, world) : world);
  });
  // Staying in place is no move to be keyed: the keys there are go along as they are.
  const stay = setValues(linked, compositionId, values, { ...how, keying: false });
  const whose = moving.length === 1 ? composition.layers.by[moving[0]!]!.name : count(moving.length, 'layer');
  return { event: 'layers.parent', label: parent ? `Let ${whose} follow ${parent.name}` : `Let ${whose} follow nothing`, patches: [...links, ...(stay?.patches ?? [])] };
}
