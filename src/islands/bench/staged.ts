import { useEffect, useState } from 'react';

/** How many of the parts of a view may stand by now: one more each frame, so that none of them holds the page up alone. */
export function useStaged(parts: number): number {
  const [shown, setShown] = useState(1);
  useEffect(() => {
    if (shown >= parts) return;
    // A timer inside the frame: the part before is painted before the next one is begun.
    let timer: ReturnType<typeof setTimeout> | null = null;
    const frame = requestAnimationFrame(() => (timer = setTimeout(() => setShown(shown + 1), 0)));
    return () => {
      cancelAnimationFrame(frame);
      if (timer !== null) clearTimeout(timer);
    };
  }, [shown, parts]);
  return shown;
}
