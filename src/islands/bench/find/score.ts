/** How well a name answers typed words, 0 to 1: every word must be in it; words that begin one of its own count more, the whole from the beginning most. */
export function scoreName(name: string, typed: string): number {
  const words = typed.toLowerCase().split(/\s+/).filter((word) => word !== '');
  const lower = name.toLowerCase();
  if (words.some((word) => !lower.includes(word))) return 0;
  if (lower.startsWith(typed.trim().toLowerCase())) return 1;
  const starts = words.filter((word) => new RegExp(`(^|[^\\p{L}])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, 'u').test(lower)).length;
  return 0.4 + (0.4 * starts) / Math.max(1, words.length);
}

/** Pairs of letters in the words of a text. */
function pairs(text: string): ReadonlySet<string> {
  const found = new Set<string>();
  for (const word of text.toLowerCase().split(/[^\p{L}\d]+/u)) for (let i = 0; i < word.length - 1; i++) found.add(word.slice(i, i + 2));
  return found;
}

/** How near a name comes to what was typed where it does not answer it: the share of the typed pairs of letters that its nearest word has (Dice 1945). */
export function nearness(name: string, typed: string): number {
  const asked = pairs(typed);
  if (asked.size === 0) return 0;
  return Math.max(0, ...name.split(/[^\p{L}\d]+/u).filter((word) => word.length > 1).map((word) => {
    const own = pairs(word);
    let both = 0;
    for (const pair of asked) if (own.has(pair)) both++;
    return (2 * both) / (own.size + asked.size);
  }));
}
