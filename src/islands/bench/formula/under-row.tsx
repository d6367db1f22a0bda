import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

/** Room for a line of a formula, and for two lines of it with what is wrong, in pixels. */
const WIDTH = 620;
const HEIGHT = 80;

/** What a row's head is too narrow for: laid under its row, over those that follow; over the row where nothing fits below. */
export function UnderRow({ children }: { readonly children: ReactNode }) {
  const mark = useRef<HTMLSpanElement>(null);
  const [at, setAt] = useState<{ readonly left: number; readonly top: number | null; readonly bottom: number | null; readonly width: number } | null>(null);
  useLayoutEffect(() => {
    const row = mark.current!.closest('[role=row]') ?? mark.current!;
    const put = () => {
      const { left, top, bottom } = row.getBoundingClientRect();
      const fits = bottom + HEIGHT < window.innerHeight;
      setAt({ left: left + 30, top: fits ? bottom + 2 : null, bottom: fits ? null : window.innerHeight - top + 2, width: Math.min(WIDTH, window.innerWidth - left - 46) });
    };
    put();
    window.addEventListener('scroll', put, true);
    window.addEventListener('resize', put);
    return () => {
      window.removeEventListener('scroll', put, true);
      window.removeEventListener('resize', put);
    };
  }, []);
  return (
    <>
      <span ref={mark} className="hidden" />
      {at && createPortal(<div data-formula="" role="group" style={{ left: at.left, top: at.top ?? undefined, bottom: at.bottom ?? undefined, width: at.width }} className="fixed z-30 rounded-lg border-l-2 border-chalk bg-raised p-1.5 ring-1 ring-line">{children}</div>, document.body)}
    </>
  );
}
