import { firstRows, rowAt } from './rows/build-rows';
import type { Row } from './rows/row';

/** What dropping layers at a height of the list would do: put them before another (null: last), with where the line between is drawn; or let them follow one. */
export type DropPlace = { readonly kind: 'between'; readonly before: string | null; readonly top: number } | { readonly kind: 'onto'; readonly layer: string };

/** The share of a layer's own row, above and below, that means between. */
const EDGE = 0.28;

/** The middle of a layer's own row is that layer, its edges are between it and its neighbours; so is whatever stands under it. Nothing is dropped onto one of `moving`. */
export function dropPlace(rows: readonly Row[], y: number, moving: readonly string[] = []): DropPlace | null {
  const layers = firstRows(rows);
  if (layers.length === 0) return null;
  const under = rowAt(rows, y);
  if (!under) {
    const last = rows[rows.length - 1]!;
    return y < 0 ? { kind: 'between', before: layers[0]!.layer.id, top: layers[0]!.top } : { kind: 'between', before: null, top: last.top + last.height };
  }
  const { layer } = under;
  if (!layer) return { kind: 'between', before: layers[0]!.layer.id, top: layers[0]!.top };
  const at = layers.findIndex((one) => one.layer.id === layer.id);
  const share = (y - under.top) / under.height;
  if (under === layers[at]) {
    if (!moving.includes(layer.id) && share >= EDGE && share <= 1 - EDGE) return { kind: 'onto', layer: layer.id };
    if (share < 0.5) return { kind: 'between', before: layer.id, top: under.top };
  }
  const next = layers[at + 1];
  const last = rows[rows.length - 1]!;
  return next ? { kind: 'between', before: next.layer.id, top: next.top } : { kind: 'between', before: null, top: last.top + last.height };
}
