import type { Change } from './change';

/** What this window has done and taken back in one project. Undo is itself a new change; this only remembers which. */
export type History = { readonly done: readonly Change[]; readonly undone: readonly Change[] };

export const EMPTY_HISTORY: History = { done: [], undone: [] };

/** Older steps are forgotten. */
const MOST = 500;

/** After a new edit there is nothing to redo. */
export function record(history: History, change: Change): History {
  return { done: [...history.done, change].slice(-MOST), undone: [] };
}

/** The change to take back, and the history after it; null with nothing to undo. */
export function stepBack(history: History): { readonly change: Change; readonly history: History } | null {
  const change = history.done[history.done.length - 1];
  if (!change) return null;
  return { change, history: { done: history.done.slice(0, -1), undone: [...history.undone, change] } };
}

/** The change to do again, and the history after it; null with nothing to redo. */
export function stepForward(history: History): { readonly change: Change; readonly history: History } | null {
  const change = history.undone[history.undone.length - 1];
  if (!change) return null;
  return { change, history: { done: [...history.done, change], undone: history.undone.slice(0, -1) } };
}
