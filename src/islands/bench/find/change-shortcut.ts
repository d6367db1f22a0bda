import { keysFor, pressWords, type Action } from '../editor/actions';

type Shortcuts = Readonly<Record<string, readonly string[]>>;

/** Gives an action other keys. Who had them before loses them, and is named. */
export function changeShortcut(actions: readonly Action[], shortcuts: Shortcuts, action: Action, keys: readonly string[]): { readonly shortcuts: Shortcuts; readonly told: string } {
  const next: Record<string, readonly string[]> = { ...shortcuts, [action.id]: keys };
  const losers = actions.filter((other) => other.id !== action.id && keysFor(other, { shortcuts }).some((key) => keys.includes(key)));
  for (const loser of losers) next[loser.id] = keysFor(loser, { shortcuts }).filter((key) => !keys.includes(key));
  // What is as it came needs no mention.
  for (const one of actions) if (next[one.id] && JSON.stringify(next[one.id]) === JSON.stringify(one.keys ?? [])) delete next[one.id];
  const words = keys.length > 0 ? `${keys.map(pressWords).join(', ')} it is.` : 'It has no keys now.';
  const lost = losers.map((loser) => (typeof loser.title === 'string' ? `“${loser.title}”` : loser.id));
  return { shortcuts: next, told: lost.length > 0 ? `${words} ${lost.join(' and ')} lost them.` : words };
}
