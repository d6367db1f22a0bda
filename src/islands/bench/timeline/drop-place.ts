import { rowAt, type Row } from './rows';

/** Where layers dropped at a height of the list go: before which layer (null: last), and where the line between is drawn. */
export function dropPlace(rows: readonly Row[], y: number): { readonly before: string | null; readonly top: number } | null {
  const layers = rows.flatMap((row, i) => (row.kind === 'layer' ? [{ row, i }] : []));
  if (layers.length === 0) return null;
  const under = rowAt(rows, y);
  if (!under) {
    const last = rows[rows.length - 1]!;
    return y < 0 ? { before: layers[0]!.row.layer.id, top: layers[0]!.row.top } : { before: null, top: last.top + last.height };
  }
  if (under.kind === 'markers') return { before: layers[0]!.row.layer.id, top: layers[0]!.row.top };
  // The upper half of a layer's own row is before it; anything lower, its channels too, is after it.
  const at = layers.findIndex(({ row }) => row.layer.id === under.layer.id);
  if (under.kind === 'layer' && y < under.top + under.height / 2) return { before: under.layer.id, top: under.top };
  const next = layers[at + 1]?.row;
  const last = rows[rows.length - 1]!;
  return next ? { before: next.layer.id, top: next.top } : { before: null, top: last.top + last.height };
}
