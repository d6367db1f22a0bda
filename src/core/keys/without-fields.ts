/** A key without some of its fields; the same key where it has none of them. */
export function withoutFields<K extends object>(key: K, ...fields: readonly (keyof K)[]): K {
  return fields.some((field) => field in key) ? (Object.fromEntries(Object.entries(key).filter(([field]) => !fields.includes(field as keyof K))) as K) : key;
}
