import type { Change } from './change';

/** A change that was taken back, and the change that did so: doing it again is taking that one back. */
export type Undone = { readonly change: Change; readonly by: Change | null };

/** What this window has done and taken back in one project. Undo is itself a new change; this only remembers which. */
export type History = { readonly done: readonly Change[]; readonly undone: readonly Undone[] };

export const EMPTY_HISTORY: History = { done: [], undone: [] };

/** Older steps are forgotten. */
const MOST = 500;

/** After a new edit there is nothing to redo. */
export function record(history: History, change: Change): History {
  return { done: [...history.done, change].slice(-MOST), undone: [] };
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
  return { done: history.done.filter((one) => one.id !== id), undone: history.undone.filter(({ change, by }) => change.id !== id && by?.id !== id) };
}
