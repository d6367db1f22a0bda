/** Largest `i` with `times[i] <= at`, or -1 before the first. `times` ascends. */
export function lastAtOrBefore(times: ArrayLike<number>, at: number): number {
  let low = 0;
  let high = times.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (times[middle]! <= at) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/**
 * `lastAtOrBefore` prepared for many questions: the same answers from evenly spaced buckets, so that random times cost
 * as little as rising ones.
 */
export function prepareFinder(times: Float64Array): (at: number) => number {
  const count = times.length;
  if (count < 9) return (at) => lastAtOrBefore(times, at);
  const first = times[0]!;
  const span = times[count - 1]! - first;
  const buckets = count * 2;
  const scale = buckets / span;
  const starts = new Int32Array(buckets + 1);
  for (let b = 0, i = 0; b <= buckets; b++) {
    while (i + 1 < count && times[i + 1]! <= first + b / scale) i++;
    starts[b] = i;
  }
  return (at) => {
    if (at < first) return -1;
    // Keys may lie closer together than numbers can scale: first bounded, then made whole.
    let i = starts[Math.min(buckets, (at - first) * scale) | 0]!;
    while (i + 1 < count && times[i + 1]! <= at) i++;
    // Rounding may put a time that equals a bucket's edge one bucket too far.
    while (i > 0 && times[i]! > at) i--;
    return i;
  };
}
