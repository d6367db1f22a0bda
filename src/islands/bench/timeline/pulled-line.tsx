import type { AskValues } from '../editor/asks';
import { followPointer } from '../follow-pointer';

type Props = {
  readonly label: string;
  /** The line from 0 to 1, and what it is now in words. */
  readonly at: (u: number) => number;
  readonly says: string;
  readonly values: AskValues;
  /** The values that a pull leaves which began with others: so much, more is up. */
  readonly pulled: (by: number, from: AskValues) => AskValues;
  readonly set: (values: AskValues) => void;
};

/** How many pixels up or down are a good bend. */
const FULL = 40;
const [WIDE, HIGH] = [60, 24];

/** A line that is bent by pulling it up or down, or with the arrow keys. */
export function PulledLine({ label, at, says, values, pulled, set }: Props) {
  const path = Array.from({ length: 31 }, (_, k) => `${k === 0 ? 'M' : 'L'}${(3 + (k / 30) * (WIDE - 6)).toFixed(1)} ${(HIGH - 4 - Math.min(1.2, Math.max(-0.2, at(k / 30))) * (HIGH - 8)).toFixed(1)}`).join('');
  const onPointerDown = (event: React.PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0) return;
    const from = event.clientY;
    followPointer(event.currentTarget, event.pointerId, (next) => set(pulled((from - next.clientY) / FULL, values)), (kept) => { if (!kept) set(values); }, false);
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    set(pulled(way * (event.shiftKey ? 1 : 0.1), values));
  };
  return (
    <button type="button" aria-label={`${label}: ${says}`} title={`${label}: ${says}. Pull it up or down; arrow keys too.`} onPointerDown={onPointerDown} onKeyDown={onKeyDown} className="h-6 shrink-0 touch-none cursor-ns-resize rounded-md bg-deep">
      <svg width={WIDE} height={HIGH} aria-hidden="true">
        <path d={`M3 ${HIGH - 4}L${WIDE - 3} 4`} stroke="var(--color-line)" strokeDasharray="2 3" />
        <path d={path} fill="none" stroke="var(--color-leaf)" strokeWidth="1.75" />
      </svg>
    </button>
  );
}
