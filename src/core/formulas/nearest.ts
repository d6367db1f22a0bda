/** Words that are longer are not compared: nobody mistypes them into each other. */
const LONGEST = 40;

/** The candidate that a mistyped word most likely meant, or null: no more than a third of its letters may differ. */
export function nearestTo(word: string, candidates: Iterable<string>): string | null {
  if (word.length > LONGEST) return null;
  const wanted = word.toLowerCase();
  let [best, least]: [string | null, number] = [null, Math.max(1, Math.floor(word.length / 3)) + 0.5];
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - word.length) > least || candidate === word) continue;
    const apart = distance(wanted, candidate.toLowerCase());
    if (apart < least) [best, least] = [candidate, apart];
  }
  return best;
}

/** Letters to insert, drop, change or swap with their neighbour: Damerau 1964, with swaps of neighbours only. */
function distance(a: string, b: string): number {
  let [before, row]: [number[], number[]] = [[], Array.from({ length: b.length + 1 }, (_, i) => i)];
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let k = 1; k <= b.length; k++) {
      const change = row[k - 1]! + (a[i - 1] === b[k - 1] ? 0 : 1);
      const swap = i > 1 && k > 1 && a[i - 1] === b[k - 2] && a[i - 2] === b[k - 1] ? before[k - 2]! + 1 : Infinity;
      next.push(Math.min(change, swap, row[k]! + 1, next[k - 1]! + 1));
    }
    [before, row] = [row, next];
  }
  return row[b.length]!;
}
