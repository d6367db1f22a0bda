import { member, type Layer, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { nextNames } from '../document/next-name';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { reachLayer } from '../document/target';

/** Puts new layers into a composition, above the one named (or on top of all), in the order given. A second one of a name gets a number. */
export function addLayers(project: Project, compositionId: string, layers: readonly Layer[], above: string | null, label?: string): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || layers.length === 0) return null;
  const { order } = composition.layers;
  const at = above === null ? 0 : Math.max(0, order.indexOf(above));
  const names = nextNames(layers.map((layer) => layer.name), Object.values(composition.layers.by).map((layer) => layer.name));
  return {
    event: 'layers.add',
    label: label ?? (layers.length === 1 ? `Add ${layers[0]!.name}` : `Add ${count(layers.length, 'layer')}`),
    patches: [
      ...layers.map((layer, i) => patchOf(layerPath(compositionId, layer.id), undefined, names[i] === layer.name ? layer : { ...layer, name: names[i] })),
      patchOf([...compositionPath(compositionId), 'layers', 'order'], order, [...order.slice(0, at), ...layers.map((layer) => layer.id), ...order.slice(at)]),
    ],
  };
}

/** Layers whose bars were left open, over the whole composition. */
export function wholeBars(project: Project, compositionId: string, layers: readonly Layer[]): readonly Layer[] {
  const duration = member(project.compositions.by, compositionId)?.duration ?? 1;
  return layers.map((layer) => (layer.spans.some(([, to]) => to === Infinity) ? ({ ...layer, spans: [[0, duration]] } as Layer) : layer));
}

/** Moves layers in the list (what is listed first lies on top) so that they stand before the one named, or last. */
export function reorderLayers(project: Project, compositionId: string, ids: readonly string[], before: string | null): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const { order, by } = composition.layers;
  const moving = order.filter((id) => ids.includes(id) && reachLayer(project, compositionId, id));
  const rest = order.filter((id) => !moving.includes(id));
  // Before one that moves along means: before the first that does not.
  const anchor = before === null ? null : (order.slice(order.indexOf(before)).find((id) => !moving.includes(id)) ?? null);
  const at = anchor === null ? rest.length : rest.indexOf(anchor);
  const after = [...rest.slice(0, at), ...moving, ...rest.slice(at)];
  if (moving.length === 0 || after.every((id, i) => id === order[i])) return null;
  const what = moving.length === 1 ? by[moving[0]!]!.name : count(moving.length, 'layer');
  return { event: 'layers.order', label: `Reorder ${what}`, patches: [patchOf([...compositionPath(compositionId), 'layers', 'order'], order, after)] };
}

/** Moves layers one step, or all the way, up or down in the list. */
export function stepLayers(project: Project, compositionId: string, ids: readonly string[], to: 'up' | 'down' | 'top' | 'bottom'): Draft | null {
  const order = member(project.compositions.by, compositionId)?.layers.order ?? [];
  const places = ids.map((id) => order.indexOf(id)).filter((i) => i >= 0).sort((a, b) => a - b);
  if (places.length === 0) return null;
  switch (to) {
    case 'top': return reorderLayers(project, compositionId, ids, order[0] ?? null);
    case 'bottom': return reorderLayers(project, compositionId, ids, null);
    case 'up': return reorderLayers(project, compositionId, ids, order[Math.max(0, places[0]! - 1)]!);
    case 'down': return reorderLayers(project, compositionId, ids, order[places[places.length - 1]! + 2] ?? null);
  }
}
