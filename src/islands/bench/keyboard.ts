import { useEffect } from 'react';
import { actionFor, pressOf, runAction } from './editor/actions';
import { copySelection, cutSelection, paste } from './editor/clipboard';
import { current, type Editor } from './editor/editor';
import { nameLayer } from './editor/name-layer';

/** A switch held longer than this works only while it is held. */
const HELD = 350;
/** An editor that is not there after so long, in milliseconds, is not coming: a field that is folded away has none. */
const COMING = 4000;
const SWITCHES: Readonly<Record<string, 'snap' | 'ripple' | 'together'>> = { 'time.snap': 'snap', 'time.ripple': 'ripple', 'time.together': 'together' };

/** Whether a key press belongs to a field, a menu or a window, and not to the Bench. */
function isElsewhere(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  // A window over the page has the keyboard; the Esc that closes it is its own as well.
  if (event.defaultPrevented || document.querySelector('[role=dialog]')) return true;
  // What is typed belongs to its field; a field where nothing is typed yet leaves Ctrl+Z to the Bench.
  const field = target.closest('input:not([type=checkbox]):not([type=range]), select, textarea, [contenteditable=true], [role=menu]');
  if (field) return !(event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey) && field.hasAttribute('data-untouched'));
  // Space and Enter on a focused button are the button's own.
  return (event.key === ' ' || event.key === 'Enter') && target.closest('button, a, summary, [role=slider]') !== null;
}

const inField = () => document.activeElement?.closest('input, select, textarea, [contenteditable=true], [role=dialog]') !== null && document.activeElement !== document.body;

/** The keyboard of the Bench: shortcuts, the clipboard, and buttons that let go of the keyboard after a click. */
export function useKeyboard(editor: Editor): void {
  useEffect(() => {
    let held: { readonly key: string; readonly setting: 'snap' | 'ripple' | 'together'; readonly since: number } | null = null;
    let heldBefore: string | null = null;
    let typedAhead: { readonly driven: object; readonly since: number } | null = null;
    const onKey = (event: KeyboardEvent) => {
      if (isElsewhere(event)) return;
      const press = pressOf(event);
      const state = editor.store.getState();
      // A window that is asked for has the keyboard before it is up: what is typed at once is its own.
      if (state.dialog) {
        if (state.dialog.kind !== 'find' || event.key.length !== 1 || event.ctrlKey || event.metaKey) return;
        event.preventDefault();
        return editor.set({ dialog: { kind: 'find', typed: `${state.dialog.typed ?? ''}${event.key}` } });
      }
      // So has a formula that was begun, until its editor is there.
      const begun = state.driving?.driven ?? null;
      if (begun !== typedAhead?.driven) typedAhead = begun && { driven: begun, since: event.timeStamp };
      if (state.driving && typedAhead && event.timeStamp - typedAhead.since < COMING && !event.ctrlKey && !event.metaKey && !event.altKey && (event.key.length === 1 || event.key === 'Backspace') && !document.querySelector('[data-formula] [data-ready]')) {
        event.preventDefault();
        const { ahead = '' } = state.driving;
        return editor.set({ driving: { ...state.driving, ahead: event.key === 'Backspace' ? ahead.slice(0, -1) : `${ahead}${event.key}` } });
      }
      // So does a name that is asked for: its field may not be up yet.
      if (state.renaming !== null && !event.ctrlKey && !event.metaKey && (event.key.length === 1 || event.key === 'Enter' || event.key === 'Escape')) {
        event.preventDefault();
        if (event.key.length === 1) return editor.set({ typedName: `${state.typedName}${event.key}` });
        const { renaming, typedName } = state;
        editor.set({ renaming: null, typedName: '' });
        if (event.key === 'Enter' && typedName.trim() !== '') nameLayer(editor, current(state).id, renaming, typedName.trim());
        return;
      }
      // Enter and Esc leave as it is what might still be done otherwise.
      if (state.revisable && (press === 'Enter' || press === 'Escape')) {
        event.preventDefault();
        return editor.set({ revisable: null });
      }
      const action = actionFor(press, state.settings);
      // The system's clipboard comes with events of its own, which may read it.
      if (!action || ['edit.copy', 'edit.cut', 'edit.paste'].includes(action.id)) return;
      event.preventDefault();
      if (action.id === 'edit.before') {
        if (event.repeat) return;
        heldBefore = event.key;
        return editor.showBefore(true);
      }
      const setting = SWITCHES[action.id];
      if (setting && event.repeat) return;
      runAction(editor, action.id);
      if (setting) held = { key: event.key, setting, since: event.timeStamp };
    };
    const onKeyUp = (event: KeyboardEvent) => {
      if (heldBefore !== null && event.key.toLowerCase() === heldBefore.toLowerCase()) {
        heldBefore = null;
        editor.showBefore(false);
      }
      if (!held || held.key !== event.key) return;
      if (event.timeStamp - held.since > HELD) editor.setSettings({ [held.setting]: !editor.store.getState().settings[held.setting] });
      held = null;
    };
    const put = (event: ClipboardEvent, text: string | null) => {
      if (text === null) return;
      event.preventDefault();
      event.clipboardData?.setData('text/plain', text);
    };
    const onCopy = (event: ClipboardEvent) => inField() || put(event, copySelection(editor));
    const onCut = (event: ClipboardEvent) => inField() || put(event, cutSelection(editor));
    const onPaste = (event: ClipboardEvent) => {
      if (inField()) return;
      event.preventDefault();
      void paste(editor, event.clipboardData?.getData('text/plain') ?? null);
    };
    // A button that was pressed with the pointer lets go of the keyboard, so that Space plays and Enter opens.
    const onClick = (event: MouseEvent) => {
      const focused = document.activeElement;
      // Who presses elsewhere has no name to type.
      if (editor.store.getState().renaming !== null && !(focused instanceof HTMLInputElement)) editor.set({ renaming: null, typedName: '' });
      if (event.detail > 0 && focused instanceof HTMLButtonElement && !focused.closest('[role=dialog], [role=menu]') && focused.getAttribute('aria-haspopup') === null) focused.blur();
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKeyUp);
    window.addEventListener('click', onClick);
    document.addEventListener('copy', onCopy);
    document.addEventListener('cut', onCut);
    document.addEventListener('paste', onPaste);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKeyUp);
      window.removeEventListener('click', onClick);
      document.removeEventListener('copy', onCopy);
      document.removeEventListener('cut', onCut);
      document.removeEventListener('paste', onPaste);
    };
  }, [editor]);
}
