import { member, type Layer, type Project } from '../../model';
import { hull, moveSpans, trimEnd, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { reachLayer } from '../document/target';

/** Layers one after another: how many frames each is seen (null: as long as it is), and for how many it still is when the next comes. */
export type Sequence = { readonly each: Frames | null; readonly overlap: Frames };

/**
 * Lays layers one after another, in the order given, from where the earliest of them begins. Bars slide whole, with keys and
 * markers; where a length is given they end after that, and are lengthened where they were shorter.
 */
export function sequenceLayers(project: Project, compositionId: string, ids: readonly string[], { each, overlap }: Sequence): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  const layers = [...new Set(ids)].flatMap((id) => reachLayer(project, compositionId, id) ?? []).filter((layer) => hull(layer.spans) !== null);
  if (!composition || layers.length < 2) return null;
  let at = Math.min(...layers.map((layer) => hull(layer.spans)![0]));
  const patches = layers.flatMap((layer) => {
    const [from, to] = hull(layer.spans)!;
    const lasts = Math.max(1, each ?? to - from);
    const moved = slid(compositionId, layer, at - from, lasts);
    at += Math.max(1, lasts - overlap);
    return moved;
  });
  if (patches.length === 0) return null;
  const words = each === null ? '' : `, ${count(each, 'frame')} each`;
  return { event: 'layers.sequence', label: `Lay ${count(layers.length, 'layer')} one after another${words}${overlap === 0 ? '' : `, ${overlap} overlapping`}`, patches };
}

function slid(compositionId: string, layer: Layer, by: Frames, lasts: Frames): readonly Patch[] {
  const path = layerPath(compositionId, layer.id);
  const moved = moveSpans(layer.spans, by);
  const spans = trimEnd(moved, hull(moved)![0] + lasts);
  return [
    ...(by === 0 ? [] : [patchOf([...path, 'start'], layer.start, layer.start + by), ...Object.values(layer.markers).map((marker) => patchOf([...path, 'markers', marker.id, 'at'], marker.at, marker.at + by))]),
    ...(JSON.stringify(spans) === JSON.stringify(layer.spans) ? [] : [patchOf([...path, 'spans'], layer.spans, spans)]),
  ];
}
