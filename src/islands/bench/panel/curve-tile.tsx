import { useMemo, useRef } from 'react';
import { useEditor } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { showNumber } from './read-number';

/** How many pixels of a drag sideways are as much again of a curve's strength. */
const FULL = 120;

/** A curve as a small picture of itself: a press takes it, a drag sideways makes it stronger or weaker. */
export function CurveTile({ title, at, on, strength, usual, onPress, pull }: { readonly title: string; readonly at: (u: number) => number; readonly on: boolean; readonly strength: number | null; /** What its strength mostly is: 100 %. */ readonly usual: number | null; readonly onPress: () => void; readonly pull: ((strength: number) => object) | null }) {
  const editor = useEditor();
  /** Whether the press that is under way became a pull: what is let go then is no press. */
  const pulled = useRef(false);
  const path = useMemo(() => {
    const dots = Array.from({ length: 41 }, (_, k) => at(k / 40));
    const [low, high] = [Math.min(0, ...dots), Math.max(1, ...dots)];
    return dots.map((p, k) => `${k === 0 ? 'M' : 'L'}${(4 + (k / 40) * 44).toFixed(1)} ${(24 - ((p - low) / (high - low)) * 20).toFixed(1)}`).join('');
  }, [at]);
  const onPointerDown = (event: React.PointerEvent<HTMLButtonElement>) => {
    pulled.current = false;
    if (event.button !== 0 || !pull || strength === null) return;
    const from = event.clientX;
    const ids = gestureIds();
    let next: number | null = null;
    followPointer(event.currentTarget, event.pointerId, (now) => {
      const by = now.clientX - from;
      if (next === null && Math.abs(by) < 4) return;
      pulled.current = true;
      next = Math.max(0, Math.round(strength * (1 + by / FULL) * 100) / 100);
      editor.tryOut('keys.set', pull(next) as never);
    }, (keep) => {
      if (next === null) return;
      if (keep) editor.do('keys.set', pull(next) as never, ids());
      else editor.letGo();
    }, false);
  };
  const step = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (way === 0 || !pull || strength === null || !on) return;
    event.preventDefault();
    event.stopPropagation();
    editor.nudge(`strength ${title}`, 'keys.set', pull(Math.max(0, Math.round((strength + way * (event.shiftKey ? 1 : 0.1)) * 100) / 100)) as never);
  };
  const percent = strength === null || !usual ? '' : `${showNumber((strength / usual) * 100)} %`;
  const words = strength === null ? title : `${title}: drag sideways for how strong it is${on ? `, now ${percent}` : ''}`;
  return (
    <button type="button" aria-pressed={on} aria-label={on && strength !== null ? `${title}, strength ${percent}` : title} title={words} onClick={() => { if (!pulled.current) onPress(); pulled.current = false; }} onPointerDown={onPointerDown} onKeyDown={step} className={`flex h-[42px] w-full min-w-0 touch-none flex-col items-center rounded-md pt-0.5 ring-1 ring-inset ${on ? 'bg-lifted ring-amber' : 'ring-line hover:bg-lifted'}`}>
      <svg viewBox="0 0 52 28" width="46" height="25" aria-hidden="true"><path d={path} fill="none" stroke={on ? 'var(--color-amber)' : 'var(--color-paper)'} strokeWidth="1.5" /></svg>
      <span className="max-w-full truncate px-0.5 text-[12px] leading-none text-muted">{title}</span>
    </button>
  );
}
