import { useMemo, useRef } from 'react';

/**
 * For lists that open from a button. Used by key, the button has the keyboard again when the list closes; used with the
 * pointer, nothing has: else the next Space would open the list anew instead of doing what it does on the page.
 */
export function useLettingGo() {
  const byPointer = useRef(false);
  return useMemo(() => ({
    /** To be spread on the list. */
    heard: { onPointerUpCapture: () => void (byPointer.current = true), onKeyDownCapture: () => void (byPointer.current = false) },
    /** To be called as the list closes and would give the keyboard back. */
    closing: (event: Event) => {
      if (byPointer.current) event.preventDefault();
      byPointer.current = false;
    },
  }), []);
}
