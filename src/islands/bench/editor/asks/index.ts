import type { Action } from '../actions/action';
import type { Editor } from '../editor';
import type { Ask } from './ask';
import { BAR_ASKS } from './bars';
import { KEY_ASKS } from './keys';
import { POSE_ASKS } from './poses';
import { POSE_LINE_ASKS } from './pose-line';
import { STAGGER_ASKS } from './stagger';
import { TIMING_ASKS } from './timing';

/** Everything that is asked for by numbers. */
export const ASKS: readonly Ask[] = [...KEY_ASKS, ...POSE_ASKS, ...POSE_LINE_ASKS, ...BAR_ASKS, ...STAGGER_ASKS, ...TIMING_ASKS];

export function askOf(id: string): Ask | null {
  return ASKS.find((ask) => ask.id === id) ?? null;
}

/** Opens the strip of an edit that is asked for by numbers. */
export function openAsk(editor: Editor, id: string): void {
  const ask = askOf(id);
  if (ask) editor.set({ asking: { id, values: ask.born(editor.store.getState()) } });
}

/** Each as an action, which opens its strip. */
export const ASK_ACTIONS: readonly Action[] = ASKS.map((ask): Action => ({
  id: ask.id, title: `${ask.title} …`, group: ask.group, whyNot: ask.whyNot, ...(ask.also === undefined ? {} : { also: ask.also }), ...(ask.keys ? { keys: ask.keys } : {}),
  run: (editor) => openAsk(editor, ask.id),
}));

export { pullTurn, turnsAsked } from './stagger';
export type { Ask, AskField, AskValues } from './ask';
