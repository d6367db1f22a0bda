
import { keyedTracks, type Track } from '../../../core/scene';
import { inOrder, type Composition, type Layer, type Project } from '../../../core/model';
import { operatorOf } from '../../../core/timing';
import { foldKey } from '../editor/state';

/** A row of the timeline, and where it lies below the top of the list, in pixels. */
export type Row = { readonly top: number; readonly height: number } & RowKind;

type RowKind =
  | { readonly kind: 'markers' }
  | { readonly kind: 'layer'; readonly layer: Layer; readonly open: boolean; readonly opens: boolean }
  | { readonly kind: 'lane'; readonly layer: Layer }
  | { readonly kind: 'track'; readonly layer: Layer; readonly track: Track };

export const HEIGHTS = { markers: 20, layer: 27, lane: 104, track: 24 } as const;

/** Which rows are shown, and in which order. */
export type RowChoice = {
  readonly unfolded: ReadonlySet<string>;
  readonly lanes: ReadonlySet<string>;
  readonly order: 'list' | 'start';
  readonly search: string;
  readonly filter: 'all' | 'selected' | 'keyed' | 'nests';
  readonly selected: readonly string[];
  /** The nest whose lane stands alone, as tall as the room for rows. */
  readonly alone: string | null;
  readonly room: number;
};

/** Rows of a composition: its markers, then each layer, under it its picture time and its keyed channels where unfolded. */
export function buildRows(project: Project, composition: Composition, choice: RowChoice): readonly Row[] {
  const rows: Row[] = [];
  let top = 0;
  const add = (row: RowKind, height: number = HEIGHTS[row.kind]) => {
    rows.push({ ...row, top, height });
    top += height;
  };
  // Who searches or filters looks for rows.
  const alone = choice.search === '' && choice.filter === 'all' && inOrder(composition.layers).find((layer) => layer.kind === 'nest' && foldKey(composition.id, layer.id) === choice.alone);
  if (alone) {
    add({ kind: 'layer', layer: alone, open: false, opens: false });
    add({ kind: 'lane', layer: alone }, Math.max(HEIGHTS.lane, choice.room - HEIGHTS.layer));
    return rows;
  }
  if (Object.keys(composition.markers).length > 0) add({ kind: 'markers' });
  for (const layer of layersShown(project, composition, choice)) {
    const key = foldKey(composition.id, layer.id);
    const open = choice.unfolded.has(key);
    const tracks = keyedTracks(project, layer);
    add({ kind: 'layer', layer, open, opens: tracks.length > 0 });
    if (choice.lanes.has(key) && layer.kind === 'nest') add({ kind: 'lane', layer });
    if (open) for (const track of tracks) add({ kind: 'track', layer, track });
  }
  return rows;
}

/** Layers that pass the search and the filter; by start, those that begin together keep the order of the list. */
function layersShown(project: Project, composition: Composition, { order, search, filter, selected }: RowChoice): readonly Layer[] {
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
  return order === 'list' ? shown : [...shown].sort((a, b) => (a.spans[0]?.[0] ?? 0) - (b.spans[0]?.[0] ?? 0));
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

/** What a layer's timing says in a few words, for the head of its lane. */
export function timingWords(layer: Layer): string {
  const on = inOrder(layer.timing).filter((node) => !node.off);
  if (on.length === 0) return 'As it is';
  return on.map((node) => { const definition = operatorOf(node.op); return definition ? `${definition.title} ${definition.tell(node as never)}` : node.op; }).join(', then ');
}
