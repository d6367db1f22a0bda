import { runAction } from './editor/actions';
import type { Editor } from './editor/editor';

/** Keys with which typing goes round fields of one kind: Tab to the next and back, Page up and down to another key with the keyboard staying here. What was typed is set first. */
export function onTypedRound(editor: Editor, fields: string, tabs = true) {
  return (event: React.KeyboardEvent<HTMLElement>): void => {
    const input = event.target as HTMLInputElement;
    const isPage = event.key === 'PageDown' || event.key === 'PageUp';
    if (!(input instanceof HTMLInputElement) || ((event.key !== 'Tab' || !tabs) && !isPage) || event.ctrlKey || event.metaKey || event.altKey) return;
    // What cannot be read keeps the keyboard.
    if (input.getAttribute('aria-invalid') === 'true') return event.preventDefault();
    event.preventDefault();
    event.stopPropagation();
    const label = input.getAttribute('aria-label');
    if (isPage) {
      input.blur();
      runAction(editor, event.key === 'PageDown' ? 'keys.next' : 'keys.before');
      // The field shows another frame's value: all of it is selected again.
      requestAnimationFrame(() => [...document.querySelectorAll<HTMLInputElement>(fields)].find((one) => one.getAttribute('aria-label') === label)?.focus());
      return;
    }
    const all = [...document.querySelectorAll<HTMLInputElement>(fields)].filter((one) => !one.disabled);
    const next = all[(all.indexOf(input) + (event.shiftKey ? all.length - 1 : 1)) % all.length];
    input.blur();
    next?.focus();
  };
}
