import { keyedTracks } from '../../../../core/scene';
import { inOrder, type Composition, type Layer, type Project } from '../../../../core/model';
import { foldKey } from '../../editor/state';
import { ROWS } from './list';
import type { Row, RowChoice, RowDefinition, RowPlace } from './row';

/** Rows of a composition: those over all layers, then each layer's own, every kind in the order of its list. */
export function buildRows(project: Project, composition: Composition, choice: RowChoice): readonly Row[] {
  const rows: Row[] = [];
  const place = { project, composition };
  let top = 0;
  const add = (is: RowDefinition, layer: Layer | null, { key, own }: { readonly key: string; readonly own: unknown }, height = is.height) => {
    rows.push({ is, key: layer ? `${is.kind} ${layer.id}${key}` : `${is.kind}${key}`, layer, own, top, height });
    top += height;
  };
  // Who searches or filters looks for rows.
  const alone = choice.search === '' && choice.filter === 'all' ? standsAlone(place, choice.alone) : null;
  if (alone) {
    const [first] = ROWS.flatMap((is) => is.under?.(place, alone.layer, { ...choice, unfolded: NOTHING, lanes: NOTHING }).map((one) => ({ is, one })) ?? []);
    if (first) add(first.is, alone.layer, first.one);
    add(alone.is, alone.layer, alone.one, Math.max(alone.is.height, choice.room - top));
    return rows;
  }
  const all = { ...choice, alone: null };
  for (const is of ROWS) for (const one of is.over?.(place, all) ?? []) add(is, null, one);
  for (const layer of layersShown(project, composition, choice)) for (const { is, one } of rowsUnder(place, layer, all)) add(is, layer, one);
  return rows;
}

/** The rows of a layer in the order of the kinds, but for those that stand right below another. */
function rowsUnder(place: RowPlace, layer: Layer, choice: RowChoice): readonly { readonly is: RowDefinition; readonly one: { readonly key: string; readonly own: unknown } }[] {
  const rows: { readonly is: RowDefinition; readonly one: { readonly key: string; readonly own: unknown } }[] = [];
  for (const is of ROWS) {
    for (const one of is.under?.(place, layer, choice) ?? []) {
      const above = one.below === undefined ? -1 : rows.findIndex((row) => `${row.is.kind}${row.one.key}` === one.below);
      rows.splice(above < 0 ? rows.length : above + 1, 0, { is, one });
    }
  }
  return rows;
}

const NOTHING: ReadonlySet<string> = new Set();

function standsAlone(place: RowPlace, alone: string | null): { readonly layer: Layer; readonly is: RowDefinition; readonly one: { readonly key: string; readonly own: unknown } } | null {
  if (alone === null) return null;
  const [key = '', ...name] = alone.split(' ');
  const layer = inOrder(place.composition.layers).find((one) => foldKey(place.composition.id, one.id) === key);
  for (const is of layer ? ROWS : []) {
    const one = is.alone?.(place, layer!, name.join(' '));
    if (one) return { layer: layer!, is, one };
  }
  return null;
}

/** Layers that pass the search and the filter; by start, those that begin together keep the order of the list. */
function layersShown(project: Project, composition: Composition, { order, nestled, search, filter, selected }: RowChoice): readonly Layer[] {
  const words = search.trim().toLowerCase();
  const chosen = new Set(selected);
  const shown = inOrder(composition.layers).filter((layer) => {
    if (words !== '' && !layer.name.toLowerCase().includes(words) && !keyedTracks(project, layer).some((track) => track.spec.label.toLowerCase().includes(words))) return false;
    switch (filter) {
      case 'all': return true;
      case 'selected': return chosen.has(layer.id);
      case 'keyed': return keyedTracks(project, layer).length > 0;
      case 'nests': return layer.kind === 'nest';
    }
  });
  if (order === 'list' && nestled) return underLeaders(shown);
  return order === 'list' ? shown : [...shown].sort((a, b) => (a.spans[0]?.[0] ?? 0) - (b.spans[0]?.[0] ?? 0));
}

/** Layers with their followers right after them, in the order of the list; one whose leader is not among them stands for itself. */
function underLeaders(layers: readonly Layer[]): readonly Layer[] {
  const here = new Set(layers.map((layer) => layer.id));
  const followers = new Map<string, Layer[]>();
  for (const layer of layers) if (layer.parent !== null && here.has(layer.parent)) (followers.get(layer.parent) ?? followers.set(layer.parent, []).get(layer.parent)!).push(layer);
  const out: Layer[] = [];
  const seen = new Set<string>();
  const add = (layer: Layer): void => {
    if (seen.has(layer.id)) return;
    seen.add(layer.id);
    out.push(layer);
    followers.get(layer.id)?.forEach(add);
  };
  for (const layer of layers) if (layer.parent === null || !here.has(layer.parent)) add(layer);
  // Rings have no beginning: what is left of them stands as it is listed.
  for (const layer of layers) add(layer);
  return out;
}

/** The height of all rows together. */
export function totalHeight(rows: readonly Row[]): number {
  const last = rows[rows.length - 1];
  return last ? last.top + last.height : 0;
}

/** The row at a height, or null below the last. */
export function rowAt(rows: readonly Row[], y: number): Row | null {
  let [low, high] = [0, rows.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rows[middle]!.top + rows[middle]!.height <= y) low = middle + 1;
    else high = middle;
  }
  const row = rows[low];
  return row && y >= row.top ? row : null;
}

/** The first row of each layer that is shown, in their order. */
export function firstRows(rows: readonly Row[]): readonly (Row & { readonly layer: Layer })[] {
  return rows.filter((row, i): row is Row & { readonly layer: Layer } => row.layer !== null && row.layer !== rows[i - 1]?.layer);
}
