import { startTransition, useEffect, useState } from 'react';

/**
 * How many of the parts of a view may stand by now: one more after another, each begun in a task of its own, so that none
 * of them holds the page up alone and the page may paint in between.
 */
export function useStaged(parts: number): number {
  const [shown, setShown] = useState(1);
  useEffect(() => {
    if (shown >= parts) return;
    const timer = setTimeout(() => startTransition(() => setShown(shown + 1)), 0);
    return () => clearTimeout(timer);
  }, [shown, parts]);
  return shown;
}
