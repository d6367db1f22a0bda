import { startTransition, useEffect, useState, type ComponentType } from 'react';

/**
 * A part of the page that is still on its way, or null. Not a Suspense: what that shows in between it keeps for 300 ms at
 * least, and here the parts come one after another within that time.
 */
export function usePart<P>(coming: Promise<ComponentType<P>>): ComponentType<P> | null {
  const [part, setPart] = useState<{ readonly Part: ComponentType<P> } | null>(null);
  useEffect(() => {
    let gone = false;
    void coming.then((Part) => !gone && startTransition(() => setPart({ Part })));
    return () => void (gone = true);
  }, [coming]);
  return part?.Part ?? null;
}
