import { member, type Layer, type Project } from '../../model';
import { hull, trimEnd, trimStart, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { idsFromDocument } from '../document/ids-from-document';
import { keepFollowers } from './keep-followers';
import { readersOf } from '../formulas/readers';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { pictureSwapped } from './swap-picture';
import { reachLayer } from '../document/target';
import type { Refused } from '../document/refused';

/** Moves one end of layers' bars to a frame each; used for trimming to the playhead. */
export function trimLayersTo(project: Project, compositionId: string, ids: readonly string[], end: 'start' | 'end', at: Frames): Draft | null {
  const longer = ids.every((id) => { const outer = hull(reachLayer(project, compositionId, id)?.spans ?? []); return outer && (end === 'start' ? at < outer[0] : at > outer[1]); });
  return forLayers(project, compositionId, ids, 'layers.trim', longer ? 'Lengthen' : 'Trim', (layer, path) => {
    if (!hull(layer.spans)) return [];
    const spans = end === 'start' ? trimStart(layer.spans, at) : trimEnd(layer.spans, at);
    return spans === layer.spans ? [] : [patchOf([...path, 'spans'], layer.spans, spans)];
  });
}

/** Plain fields of layers and what setting them is called. */
const VERBS = {
  name: () => 'Rename', visible: (value: unknown) => (value ? 'Show' : 'Hide'), locked: (value: unknown) => (value ? 'Lock' : 'Unlock'),
  solo: (value: unknown) => (value ? 'Solo' : 'Unsolo'), guide: (value: unknown) => (value ? 'Leave out of the film:' : 'Put into the film:'),
  sampling: () => 'Change sampling of', blend: () => 'Change blending of', colour: () => 'Mark', note: () => 'Note on', clipFrame: () => 'Change clipping of',
  source: () => 'Change source of', shape: () => 'Change shape of', rule: () => 'Change filling of', font: () => 'Change font of', weight: () => 'Change weight of',
  clipTo: (value: unknown) => (value === null ? 'Let go of the clip of' : 'Clip'), clipSide: () => 'Turn the clip of',
  italic: () => 'Change slant of', align: () => 'Align text of', partner: () => 'Change the partner of', mirrorAt: () => 'Change the mirror line of', pose: () => 'Change the pose tracks of', of: () => 'Change what is repeated by', front: () => 'Change which copy is in front in',
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
    patches.push(patchOf([...layerPath(compositionId, id), field], layer[field], value), ...(field === 'source' ? swapped(project, compositionId, layer, value) : []));
  }
  return patches.length === 0 ? null : { event: 'layers.set', label: `${VERBS[field](value)} ${nameOf(project, compositionId, changed)}`, patches };
}

/** Another picture stands where the one before stood. */
function swapped(project: Project, compositionId: string, layer: Layer, source: unknown): readonly Patch[] {
  if (layer.kind !== 'image' || typeof source !== 'string') return [];
  const [before, after] = [member(project.assets.by, layer.source), member(project.assets.by, source)];
  return before && after && 'width' in before && 'width' in after ? pictureSwapped(layerPath(compositionId, layer.id), layer, before, after) : [];
}

/**
 * Takes layers out. Their followers stay where they stand, through all frames: a null keeps the place and the motion of a
 * leader, or where that never moved its numbers go into theirs. `told` says which.
 */
export function deleteLayers(project: Project, compositionId: string, ids: readonly string[], newId = idsFromDocument(project)): (Draft & { readonly told?: string }) | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  const going = ids.filter((id) => reachLayer(project, compositionId, id));
  if (!composition || going.length === 0) return null;
  const gone = new Set(going);
  const kept = keepFollowers(project, compositionId, gone, newId);
  if ('refused' in kept) return kept;
  const { patches, nulls } = kept;
  const { order, by } = applyPatches(project, patches).project.compositions.by[compositionId]!.layers;
  const left = order.filter((id) => !gone.has(id));
  const followers = composition.layers.order.filter((id) => { const { parent } = composition.layers.by[id]!; return !going.includes(id) && parent !== null && going.includes(parent); });
  const named = followers.length === 1 ? composition.layers.by[followers[0]!]!.name : count(followers.length, 'follower');
  const stay = followers.length === 1 ? 'stays where it stands' : 'stay where they stand';
  return {
    event: 'layers.delete',
    label: `Delete ${nameOf(project, compositionId, going)}`,
    ...(followers.length === 0 ? {} : { told: nulls.size === 0 ? `${named} ${stay}: the place of ${nameOf(project, compositionId, going)} was worked in.` : `${named} ${stay}: ${nulls.size === 1 ? `a null keeps the place and the motion of ${by[[...nulls.keys()][0]!]!.name}` : `${nulls.size} nulls keep place and motion`}.` }),
    patches: [
      ...patches,
      ...left.flatMap((id) => lostLinks(by[id]!, gone).map((field) => patchOf([...layerPath(compositionId, id), field], (by[id] as Record<string, unknown>)[field], null))),
      patchOf([...compositionPath(compositionId), 'layers', 'order'], order, left),
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

/** What layers of a composition would lose with others that leave, in words: who clips by them, repeats them, is washed by them or reads them in a formula. Followers are not among it: they stay. */
export function losses(project: Project, compositionId: string, ids: readonly string[]): readonly string[] {
  const composition = member(project.compositions.by, compositionId);
  const gone = new Set(ids);
  return [...(composition?.layers.order ?? []).filter((id) => !gone.has(id)).flatMap((id): readonly string[] => {
    const layer = composition!.layers.by[id]!;
    const name = (one: string | null) => (one !== null && gone.has(one) ? (composition!.layers.by[one]?.name ?? null) : null);
    const [clip, of, wash] = [name(layer.clipTo), 'of' in layer ? name(layer.of) : null, 'appliesTo' in layer ? name(layer.appliesTo) : null];
    return [...(clip ? [`${layer.name} is clipped by ${clip}`] : []), ...(of ? [`${layer.name} repeats ${of}`] : []), ...(wash ? [`${layer.name} washes ${wash}`] : [])];
  }), ...readersOf(project, compositionId, ids.map((layer) => ({ layer })))];
}

/** Fields by which a layer names others of its composition that are leaving. Copies cannot be without the layer they repeat and keep its name. */
export function lostLinks(layer: Layer, gone: ReadonlySet<string>): readonly string[] {
  return ['parent', 'partner', 'clipTo', 'appliesTo'].filter((field) => gone.has(String((layer as unknown as Record<string, unknown>)[field])));
}
