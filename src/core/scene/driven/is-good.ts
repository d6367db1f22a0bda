/** A value that can be shown: numbers must be numbers. */
export function isGood(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (Array.isArray(value) && value.length === 2) return (value[0] as number) - (value[0] as number) === 0 && (value[1] as number) - (value[1] as number) === 0;
  if (Array.isArray(value)) return value.every((one) => typeof one !== 'number' || Number.isFinite(one));
  return true;
}
