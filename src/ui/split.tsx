import { useState, type ReactNode } from 'react';

/** Two panes above each other; the line between them is dragged, or moved with the arrow keys. `start`, `least` and `most` are percents of the upper one. */
export function Split({ label, start, least, most, upper, lower }: { readonly label: string; readonly start: number; readonly least: number; readonly most: number; readonly upper: ReactNode; readonly lower: ReactNode }) {
  const [share, setShare] = useState(start);
  const set = (next: number) => setShare(Math.min(most, Math.max(least, next)));
  const drag = (event: React.PointerEvent<HTMLElement>) => {
    const line = event.currentTarget;
    const { top, height } = line.parentElement!.getBoundingClientRect();
    line.setPointerCapture(event.pointerId);
    const move = (next: globalThis.PointerEvent) => set(((next.clientY - top) / height) * 100);
    line.addEventListener('pointermove', move);
    line.addEventListener('lostpointercapture', () => line.removeEventListener('pointermove', move), { once: true });
  };
  return (
    <div className="grid h-full min-h-0" style={{ gridTemplateRows: `minmax(0, ${share}fr) 4px minmax(0, ${100 - share}fr)` }}>
      <div className="min-h-0">{upper}</div>
      <div
        role="separator" aria-orientation="horizontal" aria-label={label} aria-valuenow={Math.round(share)} aria-valuemin={least} aria-valuemax={most} tabIndex={0}
        onPointerDown={drag} onDoubleClick={() => setShare(start)}
        onKeyDown={(event) => { if (event.key === 'ArrowUp' || event.key === 'ArrowDown') { event.preventDefault(); event.stopPropagation(); set(share + (event.key === 'ArrowUp' ? -2 : 2)); } }}
        className="cursor-row-resize touch-none bg-deep hover:bg-line focus-visible:bg-leaf active:bg-leaf"
      />
      <div className="min-h-0">{lower}</div>
    </div>
  );
}
