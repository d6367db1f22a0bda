import type { Editor } from '../editor';
import type { Settings } from '../settings';
import type { Action } from './action';
import { ASK_ACTIONS } from '../asks';
import { ARRANGE_ACTIONS } from './arrange-keys';
import { BAR_ACTIONS } from './bars';
import { FORMULA_ACTIONS } from './formulas';
import { FIELD_ACTIONS } from './fields';
import { EDIT_ACTIONS } from './edit';
import { KEY_ACTIONS } from './keys';
import { LAYER_ACTIONS } from './layers';
import { MOTION_ACTIONS } from './motion';
import { PLAY_ACTIONS } from './play';
import { POSE_ACTIONS } from './poses';
import { PROJECT_ACTIONS } from './project';
import { TIME_ACTIONS } from './time';
import { addTiming, TIMING_ACTIONS } from './timing';
import { VIEW_ACTIONS } from './view';

/** Everything that can be done on the Bench, in the order that lists show it. */
export const ACTIONS: readonly Action[] = [...PLAY_ACTIONS, ...EDIT_ACTIONS, ...LAYER_ACTIONS, ...TIME_ACTIONS, ...TIMING_ACTIONS, ...KEY_ACTIONS, ...ARRANGE_ACTIONS, ...MOTION_ACTIONS, ...FORMULA_ACTIONS, ...POSE_ACTIONS, ...BAR_ACTIONS, ...ASK_ACTIONS, ...VIEW_ACTIONS, ...FIELD_ACTIONS, ...PROJECT_ACTIONS];

export function actionOf(id: string): Action {
  const found = ACTIONS.find((action) => action.id === id);
  if (!found) throw new Error(`There is no action ${id}`);
  return found;
}

/** Does an action, or says why it cannot be done now: whatever starts it goes this way. */
export function runAction(editor: Editor, id: string): void {
  const action = actionOf(id);
  const why = action.whyNot?.(editor.store.getState()) ?? null;
  if (why !== null) editor.say(why);
  else action.run(editor);
}

/** The presses that start an action, as they were changed here or as they come. */
export function keysFor(action: Action, { shortcuts }: Pick<Settings, 'shortcuts'>): readonly string[] {
  return Object.hasOwn(shortcuts, action.id) ? shortcuts[action.id]! : (action.keys ?? []);
}

/** The action that a press starts. Single letters can be switched off; then they start nothing. */
export function actionFor(press: string, settings: Pick<Settings, 'shortcuts' | 'letters'>): Action | null {
  if (!settings.letters && /^(Shift\+)?[A-Z]$/.test(press)) return null;
  return ACTIONS.find((action) => keysFor(action, settings).includes(press)) ?? null;
}

export { chosenLayers, pressOf, pressWords, titleOf, whom, type Action } from './action';
export { blendWords } from './layers';
export { addTiming };
