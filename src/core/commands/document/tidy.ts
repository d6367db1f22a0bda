/** Without the dust of adding and taking away. */
export function tidy(value: unknown): unknown {
  const round = (n: number) => Math.round(n * 1e9) / 1e9 + 0;
  return typeof value === 'number' ? round(value) : Array.isArray(value) ? value.map((part) => round(part as number)) : value;
}
