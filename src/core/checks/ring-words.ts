/** The names round a ring, back to the first; of a long one the beginning and the end. */
export function ringWords(names: readonly string[]): string {
  const told = names.length > 8 ? [...names.slice(0, 4), '…', ...names.slice(-3)] : names;
  return [...told, names[0]].join(' → ');
}
