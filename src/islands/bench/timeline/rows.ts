import { keysOf } from '../../../core/commands';
import { channelsOfLayer, inOrder, type Composition, type FoundChannel, type Layer } from '../../../core/model';
import { operatorOf } from '../../../core/timing';
import { foldKey } from '../editor/state';

/** A row of the timeline, and where it lies below the top of the list, in pixels. */
export type Row = { readonly top: number; readonly height: number } & (
  | { readonly kind: 'layer'; readonly layer: Layer; readonly open: boolean; readonly opens: boolean }
  | { readonly kind: 'lane'; readonly layer: Layer }
  | { readonly kind: 'channel'; readonly layer: Layer; readonly found: FoundChannel }
);

export const HEIGHTS = { layer: 27, lane: 104, channel: 24 } as const;

/** All rows of a composition: each layer, under it its picture time and its keyed channels where unfolded. */
export function buildRows(composition: Composition, unfolded: ReadonlySet<string>, lanes: ReadonlySet<string>): readonly Row[] {
  const rows: Row[] = [];
  let top = 0;
  const add = (row: { readonly kind: 'layer'; readonly layer: Layer; readonly open: boolean; readonly opens: boolean } | { readonly kind: 'lane'; readonly layer: Layer } | { readonly kind: 'channel'; readonly layer: Layer; readonly found: FoundChannel }) => {
    rows.push({ ...row, top, height: HEIGHTS[row.kind] });
    top += HEIGHTS[row.kind];
  };
  for (const layer of inOrder(composition.layers)) {
    const key = foldKey(composition.id, layer.id);
    const open = unfolded.has(key);
    const keyed = keyedChannels(layer);
    add({ kind: 'layer', layer, open, opens: keyed.length > 0 });
    if (lanes.has(key) && layer.kind === 'nest') add({ kind: 'lane', layer });
    if (open) for (const found of keyed) add({ kind: 'channel', layer, found });
  }
  return rows;
}

const keyed = new WeakMap<Layer, readonly FoundChannel[]>();

/** Channels of a layer that have keys; the same layer answers with the same list. */
export function keyedChannels(layer: Layer): readonly FoundChannel[] {
  let list = keyed.get(layer);
  if (!list) keyed.set(layer, (list = channelsOfLayer(layer).filter((found) => keysOf(found.channel).length > 0)));
  return list;
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
