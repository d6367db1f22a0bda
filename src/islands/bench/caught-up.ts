import { startTransition, useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { flushSync } from 'react-dom';

/**
 * What a view is about, followed as the page finds time, and at once where somebody comes to it with pointer or keyboard: what is typed there is about what
 * stands now, never about a frame or a document that has gone by.
 */
export function useCaughtUp<T extends Readonly<Record<string, unknown>>>(now: T, room: RefObject<HTMLElement | null>): T {
  const [seen, setSeen] = useState(now);
  const latest = useRef({ now, seen });
  useLayoutEffect(() => { latest.current = { now, seen }; });
  useEffect(() => {
    if (!sameFields(now, seen)) startTransition(() => setSeen(now));
  });
  useEffect(() => {
    // Before anything of the page hears of it: what answers is made anew first.
    const come = (event: Event) => {
      const { now: live, seen: shown } = latest.current;
      if (room.current?.contains(event.target as Node) && !sameFields(live, shown)) flushSync(() => setSeen(live));
    };
    for (const kind of COMING) window.addEventListener(kind, come, true);
    return () => { for (const kind of COMING) window.removeEventListener(kind, come, true); };
  }, [room]);
  return seen;
}

const COMING = ['pointerdown', 'focusin'] as const;

function sameFields(a: Readonly<Record<string, unknown>>, b: Readonly<Record<string, unknown>>): boolean {
  return Object.keys(a).every((key) => a[key] === b[key]);
}
