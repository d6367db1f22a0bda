import type { Layer } from '../../../../core/model';
import { member } from '../../../../core/model';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';

export type ActionGroup = 'Play' | 'Time' | 'Keys' | 'Edit' | 'Layers' | 'New' | 'Picture' | 'View' | 'Project' | 'Fields' | 'Help';

/** Something that can be done: by shortcut, from a menu, from the list of actions. All of them are read from one list. */
export type Action = {
  readonly id: string;
  /** What it does; may say for how many, or that it would switch off. */
  readonly title: string | ((state: EditorState) => string);
  readonly group: ActionGroup;
  /** Other words that people bring for it. */
  readonly also?: string;
  /** Presses as `pressOf` writes them. */
  readonly keys?: readonly string[];
  /** Why it cannot be done now, in a sentence; null when it can. */
  readonly whyNot?: (state: EditorState) => string | null;
  /** For switches: whether it is on. */
  readonly isOn?: (state: EditorState) => boolean;
  readonly run: (editor: Editor) => void;
};

export function titleOf(action: Action, state: EditorState): string {
  return typeof action.title === 'string' ? action.title : action.title(state);
}

export function chosenLayers(state: EditorState): readonly Layer[] {
  const { by } = current(state).layers;
  return state.selection.layers.flatMap((id) => member(by, id) ?? []);
}

/** "Tram", "3 layers": whom an action is about. */
export function whom(state: EditorState): string {
  const chosen = chosenLayers(state);
  return chosen.length === 0 ? 'the selection' : chosen.length === 1 ? chosen[0]!.name : `${chosen.length} layers`;
}

export const needsLayers = (state: EditorState): string | null => (state.selection.layers.length === 0 ? 'Select a layer first.' : null);
export const needsOne = (state: EditorState): string | null => (state.selection.layers.length === 1 ? null : 'Select one layer first.');
export const needsKeys = (state: EditorState): string | null => (state.selection.keys.length === 0 ? 'Select keys first.' : null);

/** A key press as shortcuts write it: by what is on the key, so that layouts are respected. */
export function pressOf(event: { readonly key: string; readonly ctrlKey: boolean; readonly metaKey: boolean; readonly shiftKey: boolean; readonly altKey: boolean }): string {
  const name = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  // What Shift makes of a mark key is the mark itself: "?" needs no Shift before it.
  const shift = event.shiftKey && (name.length > 1 || /[A-Z0-9]/.test(name));
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${shift ? 'Shift+' : ''}${name}`;
}

const NAMES: Readonly<Record<string, string>> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', PageUp: 'Page up', PageDown: 'Page down' };

/** A press as people read it. */
export function pressWords(press: string): string {
  return press.split(/\+(?=.)/).map((part) => NAMES[part] ?? part).join(' ');
}
