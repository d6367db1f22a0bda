import { useState, type PointerEvent } from 'react';
import { current } from '../editor/editor';
import { useEditor } from '../editor/editor-context';
import type { TimelineView } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { catchesFor, snapDrag } from './drag';
import { frameOf, xOf } from './scale';

/** How near a moment must be to catch a peg, in pixels. */
const REACH = 6;

/** Moments that catch what is pulled along the ruler; none while Snap is off, or Alt is held. */
export function rulerCatches(editor: ReturnType<typeof useEditor>, view: TimelineView, width: number, playhead = true): ReturnType<typeof catchesFor> {
  const state = editor.store.getState();
  return state.settings.snap ? catchesFor(state.project, current(state), null, { kind: 'pan' }, playhead ? state.frame : -1, [frameOf(-200, view), frameOf(width + 200, view)], state.settings.betweenFrames) : [];
}

type Ends = readonly [from: number, to: number];
type Props = { readonly view: TimelineView; readonly width: number; readonly duration: number; readonly ends: Ends; readonly names: readonly [string, string]; /** Whether what is pulled is set all the while, or once it is let go. */ readonly live?: boolean; readonly set: (ends: Ends) => void; readonly setCaught: (frame: number | null) => void };

/** Two ends of a part as pegs on the ruler: pulled, caught by what Snap catches, or moved by arrow keys. */
export function RulerPegs({ view, width, duration, ends, names, live = false, set, setCaught }: Props) {
  const editor = useEditor();
  const [pulled, setPulled] = useState<Ends | null>(null);
  const shown = pulled ?? ends;
  const inside = ([from, to]: Ends, end: 0 | 1, at: number): Ends => (end === 0 ? [Math.max(0, Math.min(Math.round(at), to - 1)), to] : [from, Math.min(duration, Math.max(Math.round(at), from + 1))]);
  const pull = (end: 0 | 1, event: PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    const from = event.clientX;
    const began = ends;
    const catches = rulerCatches(editor, view, width);
    let next = began;
    followPointer(event.currentTarget, event.pointerId, (moved) => {
      const { by, caught } = snapDrag((moved.clientX - from) / view.pixelsPerFrame, [began[end]], moved.altKey ? [] : catches, REACH / view.pixelsPerFrame, [-Infinity, Infinity]);
      next = inside(began, end, began[end] + by);
      setCaught(caught && next[end] === caught.at ? caught.at : null);
      if (live) set(next);
      else setPulled(next);
    }, (keep) => {
      setPulled(null);
      setCaught(null);
      if (live && !keep) set(began);
      if (!live && keep && next !== began) set(next);
    });
  };
  return ([0, 1] as const).map((end) => (
    <button
      key={end} type="button" data-revise role="slider" aria-label={names[end]} aria-valuenow={shown[end]} aria-valuemin={0} aria-valuemax={duration} aria-valuetext={`frame ${shown[end]}`} title={`${end === 0 ? 'Begins at' : 'Ends before'} frame ${shown[end]}: drag, or arrow keys`}
      onPointerDown={(event) => pull(end, event)}
      onKeyDown={(event) => {
        if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
        event.preventDefault();
        event.stopPropagation();
        set(inside(shown, end, shown[end] + (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 10 : 1)));
      }}
      className="absolute top-1 z-10 h-6 w-[9px] -translate-x-1/2 cursor-ew-resize touch-none rounded-[3px] bg-leaf ring-2 ring-ground" style={{ left: xOf(shown[end], view) }}
    />
  ));
}
