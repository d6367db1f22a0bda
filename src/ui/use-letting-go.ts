import { useMemo, useRef } from 'react';

/**
 * For lists that open from a button. Opened by key, the button has the keyboard again when the list closes; opened with the
 * pointer, nothing has, however it is closed: else the next Space would open the list anew instead of doing what it does on the
 * page.
 */
export function useLettingGo() {
  const byPointer = useRef(false);
  return useMemo(() => ({
    /** To be spread on the button. */
    opener: { onPointerDownCapture: () => void (byPointer.current = true), onKeyDownCapture: () => void (byPointer.current = false) },
    /** To be called as the list closes and would give the keyboard back. */
    closing: (event: Event) => {
      if (!byPointer.current) return;
      event.preventDefault();
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    },
  }), []);
}
