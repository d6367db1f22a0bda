import { member, type Layer, type Project } from '../model';
import { hull, trimEnd, trimStart, type Frames } from '../time';
import { count, type Draft } from './change';
import { compositionPath, layerPath } from './paths';
import { patchOf, type Patch } from './patch';
import { reachLayer } from './target';

/** Moves one end of layers' bars to a frame each; used for trimming to the playhead. */
export function trimLayersTo(project: Project, compositionId: string, ids: readonly string[], end: 'start' | 'end', at: Frames): Draft | null {
  return forLayers(project, compositionId, ids, 'layers.trim', 'Trim', (layer, path) => {
    if (!hull(layer.spans)) return [];
    const spans = end === 'start' ? trimStart(layer.spans, at) : trimEnd(layer.spans, at);
    return spans === layer.spans ? [] : [patchOf([...path, 'spans'], layer.spans, spans)];
  });
}

/** Plain fields of layers and what setting them is called. */
const VERBS = {
  name: () => 'Rename', visible: (value: unknown) => (value ? 'Show' : 'Hide'), locked: (value: unknown) => (value ? 'Lock' : 'Unlock'),
  solo: (value: unknown) => (value ? 'Solo' : 'Stop solo of'), guide: (value: unknown) => (value ? 'Make a guide of' : 'Make a layer again of'),
  sampling: () => 'Change sampling of', blend: () => 'Change blending of', colour: () => 'Mark', note: () => 'Note on', clipFrame: () => 'Change clipping of',
  source: () => 'Change source of', shape: () => 'Change shape of', rule: () => 'Change filling of', font: () => 'Change font of', weight: () => 'Change weight of',
  italic: () => 'Change slant of', align: () => 'Align text of',
} as const;
export type PlainField = keyof typeof VERBS;
export const PLAIN_FIELDS = Object.keys(VERBS) as readonly PlainField[] as readonly [PlainField, ...PlainField[]];

/** Sets a plain field (name, visible, locked …) of those layers that have it. A locked layer may still be unlocked. */
export function setLayerField(project: Project, compositionId: string, ids: readonly string[], field: PlainField, value: unknown): Draft | null {
  const patches: Patch[] = [];
  const changed: string[] = [];
  for (const id of ids) {
    const layer = member(project.compositions.by, compositionId)?.layers.by[id] as (Layer & Partial<Record<PlainField, unknown>>) | undefined;
    if (!layer || !(field in layer) || layer[field] === value || (layer.locked && field !== 'locked')) continue;
    changed.push(id);
    patches.push(patchOf([...layerPath(compositionId, id), field], layer[field], value));
  }
  return patches.length === 0 ? null : { event: 'layers.set', label: `${VERBS[field](value)} ${nameOf(project, compositionId, changed)}`, patches };
}

/** Takes layers out. Children stay where they are listed and lose this parent. */
export function deleteLayers(project: Project, compositionId: string, ids: readonly string[]): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  const going = ids.filter((id) => reachLayer(project, compositionId, id));
  if (!composition || going.length === 0) return null;
  const gone = new Set(going);
  const { order, by } = composition.layers;
  const left = order.filter((id) => !gone.has(id));
  return {
    event: 'layers.delete',
    label: `Delete ${nameOf(project, compositionId, going)}`,
    patches: [
      ...left.flatMap((id) => lostLinks(by[id]!, gone).map((field) => patchOf([...layerPath(compositionId, id), field], (by[id] as Record<string, unknown>)[field], null))),
      patchOf([...compositionPath(compositionId), 'layers', 'order'], order, order.filter((id) => !gone.has(id))),
      ...going.map((id) => patchOf(layerPath(compositionId, id), by[id], undefined)),
    ],
  };
}

/** Patches for each of the layers that may be edited, as one draft that says for how many it does something. */
export function forLayers(
  project: Project, compositionId: string, ids: readonly string[], event: Draft['event'], verb: string, patchesFor: (layer: Layer, path: readonly string[]) => readonly Patch[],
): Draft | null {
  const changed: string[] = [];
  const patches = ids.flatMap((id) => {
    const layer = reachLayer(project, compositionId, id);
    const mine = layer ? patchesFor(layer, layerPath(compositionId, id)) : [];
    if (mine.length > 0) changed.push(id);
    return mine;
  });
  return patches.length === 0 ? null : { event, label: `${verb} ${nameOf(project, compositionId, changed)}`, patches };
}

/** One layer by its name, several by their number. */
export function nameOf(project: Project, compositionId: string, ids: readonly string[]): string {
  const only = ids.length === 1 ? member(project.compositions.by, compositionId)?.layers.by[ids[0]!] : undefined;
  return only ? only.name : count(ids.length, 'layer');
}

/** Fields by which a layer names others of its composition that are leaving. Copies cannot be without the layer they repeat and keep its name. */
export function lostLinks(layer: Layer, gone: ReadonlySet<string>): readonly string[] {
  return ['parent', 'partner', 'clipTo', 'appliesTo'].filter((field) => gone.has(String((layer as unknown as Record<string, unknown>)[field])));
}
