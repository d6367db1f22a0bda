import type { OperatorFault } from './operator';

/** A part of the source that ends before it begins, or where it begins. */
export function emptyPart({ from, to }: { readonly from: unknown; readonly to: unknown }): readonly OperatorFault[] {
  return typeof from === 'number' && typeof to === 'number' && to <= from ? [{ field: 'to', message: `it must end after frame ${from}, where it begins` }] : [];
}

/** Keys have no source to end with. */
export function needsEnd(op: string, to: unknown): readonly OperatorFault[] {
  return (to ?? null) === null ? [{ field: 'to', message: `a ${op} on keys has no source to end with; it needs a \`to\`` }] : [];
}
