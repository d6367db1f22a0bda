/** New ids are made here, at the edge: the core has no chance. Short, since people see them in formulas and files. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(6));
  return `n${[...bytes].map((byte) => byte.toString(36).padStart(2, '0')).join('')}`;
}

/**
 * Ids for a gesture: a drag works its command out anew at every move, and its new keys must stay the same keys. Each
 * `begin` hands out the same ids from the start.
 */
export function gestureIds(): () => () => string {
  const made: string[] = [];
  return () => {
    let i = 0;
    return () => (made[i] ??= freshId()) && made[i++]!;
  };
}
