import type { Change } from './change';

/** A change that was taken back, and the change that did so: doing it again is taking that one back. */
export type Undone = { readonly change: Done; readonly by: Change | null };

/** A change, or several of one kind in quick succession that are one step of undo: `parts` are those, in order. */
export type Done = Change & { readonly parts?: readonly Change[] };

/** What this window has done and taken back in one project. Undo is itself a new change; this only remembers which. */
export type History = { readonly done: readonly Done[]; readonly undone: readonly Undone[] };

export const EMPTY_HISTORY: History = { done: [], undone: [] };

/** Older steps are forgotten. */
const MOST = 500;

/** After a new edit there is nothing to redo. */
export function record(history: History, change: Change): History {
  return { done: [...history.done, change].slice(-MOST), undone: [] };
}

/** A change that goes on with the last one: both are one step. */
export function joined(history: History, change: Change): History {
  const last = history.done[history.done.length - 1];
  return last ? { done: [...history.done.slice(0, -1), wholeOf([...(last.parts ?? [last]), change])], undone: [] } : record(history, change);
}

function wholeOf(parts: readonly Change[]): Done {
  return parts.length === 1 ? parts[0]! : { ...parts[0]!, patches: parts.flatMap((part) => part.patches), parts };
}

/** The history after the last change was taken back by another (or by none, when nothing of it was left to take back). */
export function steppedBack(history: History, by: Change | null): History {
  const change = history.done[history.done.length - 1];
  return change ? { done: history.done.slice(0, -1), undone: [...history.undone, { change, by }] } : history;
}

/** The history after the last one that was taken back was done again, as a change of its own. */
export function steppedForward(history: History, again: Change | null): History {
  return { done: again ? [...history.done, again].slice(-MOST) : history.done, undone: history.undone.slice(0, -1) };
}

/** The history without a change that was refused: it never happened, so neither can it be taken back nor done again. */
export function forget(history: History, id: string): History {
  const without = (one: Done): readonly Done[] => {
    const left = (one.parts ?? [one]).filter((part) => part.id !== id);
    return left.length === (one.parts ?? [one]).length ? [one] : left.length === 0 ? [] : [wholeOf(left)];
  };
  return { done: history.done.flatMap(without), undone: history.undone.filter(({ change, by }) => !(change.parts ?? [change]).some((part) => part.id === id) && by?.id !== id) };
}
