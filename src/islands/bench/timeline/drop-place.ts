import { firstRows, rowAt } from './rows/build-rows';
import type { Row } from './rows/row';

/** Where layers dropped at a height of the list go: before which layer (null: last), and where the line between is drawn. */
export function dropPlace(rows: readonly Row[], y: number): { readonly before: string | null; readonly top: number } | null {
  const layers = firstRows(rows);
  if (layers.length === 0) return null;
  const under = rowAt(rows, y);
  if (!under) {
    const last = rows[rows.length - 1]!;
    return y < 0 ? { before: layers[0]!.layer.id, top: layers[0]!.top } : { before: null, top: last.top + last.height };
  }
  const { layer } = under;
  if (!layer) return { before: layers[0]!.layer.id, top: layers[0]!.top };
  // The upper half of a layer's own row is before it; anything lower, its channels too, is after it.
  const at = layers.findIndex((one) => one.layer.id === layer.id);
  if (under === layers[at] && y < under.top + under.height / 2) return { before: layer.id, top: under.top };
  const next = layers[at + 1];
  const last = rows[rows.length - 1]!;
  return next ? { before: next.layer.id, top: next.top } : { before: null, top: last.top + last.height };
}
