/** As many keys of several tracks as are asked for in all, the same share of each: those nearest a time of its own. Keys come and go in order of time. */
export function keysNear<K extends { readonly at: number }>(tracks: readonly { readonly keys: readonly K[]; readonly at: number }[], most: number): readonly (readonly K[])[] {
  const share = Math.max(1, Math.floor(most / Math.max(1, tracks.length)));
  return tracks.map(({ keys, at }) => {
    let [low, high] = [0, keys.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (keys[middle]!.at < at) low = middle + 1;
      else high = middle;
    }
    let [from, to] = [low, low];
    while (to - from < share && (from > 0 || to < keys.length)) {
      if (to >= keys.length || (from > 0 && at - keys[from - 1]!.at <= keys[to]!.at - at)) from--;
      else to++;
    }
    return keys.slice(from, to);
  });
}
