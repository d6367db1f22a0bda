/** The numbers that a value is made of, in their order; none for words and switches. */
export function numbersIn(value: unknown): readonly number[] {
  if (typeof value === 'number') return [value];
  if (Array.isArray(value)) return (value as readonly unknown[]).flatMap(numbersIn);
  return value !== null && typeof value === 'object' && 'points' in value ? numbersIn((value as { readonly points: unknown }).points) : [];
}

/** How far two values are apart: the number that differs most; 1 for words, switches and outlines of unlike counts. */
export function difference(a: unknown, b: unknown): number {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b);
  const [one, other] = [numbersIn(a), numbersIn(b)];
  if (one.length > 0 || other.length > 0) return one.length === other.length ? Math.max(0, ...one.map((value, i) => Math.abs(value - other[i]!))) : 1;
  return a === b ? 0 : 1;
}
