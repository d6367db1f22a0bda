import { EVERYDAY } from './everyday';

/** What is known of an action when it is looked for. */
export type Findable = { readonly id: string; readonly title: string; /** Other words that people bring for it. */ readonly also: string; readonly ready: boolean };

/** How a word stands in a text: whole, at the beginning of one of its words, inside one, or not at all. */
function standsIn(text: string, word: string): 0 | 1 | 2 | 3 {
  const at = text.indexOf(word);
  if (at < 0) return 0;
  const words = text.split(/[^\p{L}\d%=]+/u);
  return words.includes(word) ? 3 : words.some((one) => one.startsWith(word)) ? 2 : 1;
}

/** What everybody calls it comes first, whatever else has the word in it. */
const MEANT = 20;
const IN_TITLE = [0, 3, 7, 9] as const;
const IN_ALSO = [0, 1, 4, 8] as const;
/** What takes back comes last: who looks for something to do does not mean it. */
const LAST: ReadonlySet<string> = new Set(['edit.undo', 'edit.redo']);

/**
 * How well an action answers typed words; 0 where one of them is in none of its words. What can be done now comes before what cannot, its title before the
 * words that people bring for it, a whole word before a beginning.
 */
export function rankOf({ id, title, also, ready }: Findable, typed: string): number {
  const words = typed.toLowerCase().split(/\s+/).filter((word) => word !== '');
  if (words.length === 0) return 0;
  const [own, other] = [title.toLowerCase(), also.toLowerCase()];
  const said = (EVERYDAY[id] ?? '').split(', ').includes(words.join(' ')) ? MEANT : 0;
  let sum = 0;
  for (const word of words) {
    const best = Math.max(IN_TITLE[standsIn(own, word)], IN_ALSO[standsIn(other, word)]);
    if (best === 0 && said === 0) return 0;
    sum += best;
  }
  // Of those that answer alike the one that begins so, then the one that says little else.
  const whole = own.startsWith(words.join(' ')) ? 2 : 0;
  return (ready ? 100 : 0) + sum / words.length + said + whole - (id.startsWith('field.step.') ? 4 : 0) + 1 / (2 + own.length / 10) - (LAST.has(id) ? 50 : 0) + 51;
}

/** Those that answer, the best first. */
export function found<A extends Findable>(actions: readonly A[], typed: string): readonly A[] {
  return actions.map((action) => ({ action, rank: rankOf(action, typed) })).filter(({ rank }) => rank > 0).sort((a, b) => b.rank - a.rank).map(({ action }) => action);
}
