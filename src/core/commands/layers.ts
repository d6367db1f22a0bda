import { member, type Layer, type Project } from '../model';
import { moveSpans, trimEnd, trimStart, type Frames } from '../time';
import { count, type Draft } from './change';
import { compositionPath, layerPath } from './paths';
import { patchOf, type Patch } from './patch';
import { reachLayer } from './target';

/** Slides layers in time: bar, content, keys and markers go along. */
export function slideLayers(project: Project, compositionId: string, ids: readonly string[], by: Frames): Draft | null {
  if (by === 0) return null;
  return forLayers(project, compositionId, ids, 'layers.slide', 'Slide', (layer, path) => [
    patchOf([...path, 'start'], layer.start, layer.start + by),
    patchOf([...path, 'spans'], layer.spans, moveSpans(layer.spans, by)),
    ...Object.values(layer.markers).map((marker) => patchOf([...path, 'markers', marker.id, 'at'], marker.at, marker.at + by)),
  ]);
}

/** Moves one end of layers' bars by a number of frames; a bar keeps at least one frame. Nothing inside moves. */
export function trimLayers(project: Project, compositionId: string, ids: readonly string[], end: 'start' | 'end', by: Frames): Draft | null {
  if (by === 0) return null;
  return forLayers(project, compositionId, ids, 'layers.trim', 'Trim', (layer, path) => {
    const [first, last] = [layer.spans[0], layer.spans[layer.spans.length - 1]];
    if (!first || !last) return [];
    const spans = end === 'start' ? trimStart(layer.spans, first[0] + by) : trimEnd(layer.spans, last[1] + by);
    return spans === layer.spans ? [] : [patchOf([...path, 'spans'], layer.spans, spans)];
  });
}

/** Sets a plain field (name, visible, locked …) of layers. A locked layer may still be unlocked. */
export function setLayerField<F extends 'name' | 'visible' | 'locked' | 'sampling' | 'blend'>(project: Project, compositionId: string, ids: readonly string[], field: F, value: Layer[F]): Draft | null {
  const verb = { name: 'Rename', visible: value ? 'Show' : 'Hide', locked: value ? 'Lock' : 'Unlock', sampling: 'Change sampling of', blend: 'Change blending of' }[field];
  const patches: Patch[] = [];
  for (const id of ids) {
    const layer = member(project.compositions.by, compositionId)?.layers.by[id];
    if (!layer || layer[field] === value || (layer.locked && field !== 'locked')) continue;
    patches.push(patchOf([...layerPath(compositionId, id), field], layer[field], value));
  }
  return patches.length === 0 ? null : { event: 'layers.set', label: `${verb} ${nameOf(project, compositionId, ids)}`, patches };
}

/** Takes layers out. Children stay where they are listed and lose this parent. */
export function deleteLayers(project: Project, compositionId: string, ids: readonly string[]): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  const going = ids.filter((id) => reachLayer(project, compositionId, id));
  if (!composition || going.length === 0) return null;
  const gone = new Set(going);
  const { order, by } = composition.layers;
  const orphans = order.filter((id) => !gone.has(id) && by[id]!.parent !== null && gone.has(by[id]!.parent!));
  return {
    event: 'layers.delete',
    label: `Delete ${nameOf(project, compositionId, going)}`,
    patches: [
      ...orphans.map((id) => patchOf([...layerPath(compositionId, id), 'parent'], by[id]!.parent, null)),
      patchOf([...compositionPath(compositionId), 'layers', 'order'], order, order.filter((id) => !gone.has(id))),
      ...going.map((id) => patchOf(layerPath(compositionId, id), by[id], undefined)),
    ],
  };
}

function forLayers(
  project: Project, compositionId: string, ids: readonly string[], event: Draft['event'], verb: string, patchesFor: (layer: Layer, path: readonly string[]) => readonly Patch[],
): Draft | null {
  const patches = ids.flatMap((id) => {
    const layer = reachLayer(project, compositionId, id);
    return layer ? patchesFor(layer, layerPath(compositionId, id)) : [];
  });
  return patches.length === 0 ? null : { event, label: `${verb} ${nameOf(project, compositionId, ids)}`, patches };
}

function nameOf(project: Project, compositionId: string, ids: readonly string[]): string {
  const only = ids.length === 1 ? member(project.compositions.by, compositionId)?.layers.by[ids[0]!] : undefined;
  return only ? only.name : count(ids.length, 'layer');
}
