import { useMemo, useRef } from 'react';
import { framesOf, keyName, NO_MOMENTS } from '../../../core/commands';
import { runAction } from '../editor/actions';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import type { TimelineView } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { showNumber } from '../panel/read-number';
import { catchesFor, snapDrag } from './drag';
import { keyNames } from './pegs';
import type { Row } from './rows/row';
import { frameOf, xOf } from './scale';

const HEIGHT = 13;
const GRIP = 9;
/** How near a moment must be to catch a grip, in pixels. */
const REACH = 7;

type Props = { readonly rows: readonly Row[]; readonly view: TimelineView; readonly scroll: number; readonly height: number; readonly width: number; readonly setCaught: (frame: number | null) => void };

/** Several selected keys as a small bar with two grips: pulling one spreads or gathers them, the middle moves them. */
export function SelectionBar({ rows, view, scroll, height, width, setCaught }: Props) {
  const editor = useEditor();
  const keys = useEditorState((state) => state.selection.keys);
  const project = useEditorState((state) => state.project);
  const composition = useEditorState((state) => current(state));
  const gesture = useEditorState((state) => (state.gesture?.event === 'keys.spread' ? (state.gesture.move as { readonly factor?: number }).factor ?? 1 : state.gesture?.event === 'time.shift' ? (state.gesture.move as { readonly by?: number }).by ?? 0 : null));
  const pulled = useEditorState((state) => state.gesture?.event ?? null);
  const anchor = useRef(0);
  const span = useMemo(() => {
    if (keys.length < 2) return null;
    const frames = framesOf(project, composition, { ...NO_MOMENTS, keys });
    const [first, last] = [Math.min(...frames), Math.max(...frames)];
    return last > first ? ([first, last] as const) : null;
  }, [project, composition, keys]);
  const row = useMemo(() => {
    // Pegs of a thousand layers are only looked at for a selection that has a bar.
    if (!span) return undefined;
    const chosen = keyNames(keys);
    return rows.find((one) => (one.is.pegs?.(one, { project, composition }) ?? []).some((peg) => peg.refs.some((ref) => chosen.has(keyName(ref)))));
  }, [rows, keys, span, project, composition]);
  if (!span || !row) return null;
  let [first, last] = span;
  if (pulled === 'keys.spread' && gesture !== null) [first, last] = [anchor.current + (first - anchor.current) * gesture, anchor.current + (last - anchor.current) * gesture];
  if (pulled === 'time.shift' && gesture !== null) [first, last] = [first + gesture, last + gesture];
  const [left, right] = [xOf(first, view), xOf(last, view)];
  const top = Math.min(height - HEIGHT, Math.max(0, row.top - scroll - HEIGHT + 3));
  if (right < 0 || left > width) return null;
  const args = { composition: composition.id, keys: [...keys], ripple: editor.store.getState().settings.ripple };
  const words = `${keys.length} keys · ${showNumber(last - first)} f`;

  const grip = (end: 'first' | 'last') => (event: React.PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const around = end === 'first' ? span[1] : span[0];
    anchor.current = around;
    const at = end === 'first' ? span[0] : span[1];
    const from = event.clientX;
    const ids = gestureIds();
    const base = { ...args, around, factor: 1 };
    const catches = catchesFor(project, composition, { ...NO_MOMENTS, keys }, { kind: 'moveKeys', refs: keys }, editor.store.getState().frame, [frameOf(-200, view), frameOf(width + 200, view)], editor.store.getState().settings.betweenFrames);
    const length = Math.abs(at - around);
    let factor = 1;
    followPointer(event.currentTarget, event.pointerId, (next) => {
      const snaps = editor.store.getState().settings.snap && !next.altKey;
      // Never through the other end: they gather to a frame at the least.
      const limits = end === 'last' ? ([1 - length, Infinity] as const) : ([-Infinity, length - 1] as const);
      const { by, caught } = snapDrag((next.clientX - from) / view.pixelsPerFrame, [at], snaps ? catches : [], REACH / view.pixelsPerFrame, limits);
      factor = (end === 'last' ? length + by : length - by) / length;
      setCaught(caught?.at ?? null);
      if (factor === 1) editor.letGo();
      else editor.pull('keys.spread', base as never, { factor } as never);
    }, (keep) => {
      setCaught(null);
      if (keep && factor !== 1) editor.do('keys.spread', { ...base, factor } as never, ids());
      else editor.letGo();
    });
  };
  const middle = (event: React.PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const from = event.clientX;
    const base = { ...NO_MOMENTS, composition: composition.id, keys: [...keys], by: 0 };
    const catches = catchesFor(project, composition, { ...NO_MOMENTS, keys }, { kind: 'moveKeys', refs: keys }, editor.store.getState().frame, [frameOf(-200, view), frameOf(width + 200, view)], editor.store.getState().settings.betweenFrames);
    let by = 0;
    followPointer(event.currentTarget, event.pointerId, (next) => {
      const snaps = editor.store.getState().settings.snap && !next.altKey;
      const snapped = snapDrag((next.clientX - from) / view.pixelsPerFrame, span, snaps ? catches : [], REACH / view.pixelsPerFrame, [-Infinity, Infinity]);
      by = snapped.by;
      setCaught(snapped.caught?.at ?? null);
      if (by === 0) editor.letGo();
      else editor.pull('time.shift', base as never, { by } as never);
    }, (keep) => {
      setCaught(null);
      if (keep && by !== 0) editor.do('time.shift', { ...base, by } as never);
      else editor.letGo();
    });
  };
  const step = (end: 'first' | 'last') => (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      return runAction(editor, 'keys.length');
    }
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const length = span[1] - span[0];
    const next = length + way * (end === 'last' ? 1 : -1) * (event.shiftKey ? 10 : 1);
    if (next >= 1) editor.nudge(`spread ${keys.map(keyName).join()}`, 'keys.spread', { ...args, around: end === 'last' ? span[0] : span[1], factor: next / length } as never);
  };
  const GRIPS = 'absolute inset-y-0 cursor-ew-resize touch-none rounded-sm bg-paper';
  return (
    <div role="group" aria-label={`${words}, from ${showNumber(first)} to ${showNumber(last)}`} className="absolute z-[6]" style={{ left, top, width: right - left, height: HEIGHT }}>
      <div title={`${words}: drag to move them, pull an end to spread them, double-click to type a length`} onPointerDown={middle} onDoubleClick={() => runAction(editor, 'keys.length')} className="absolute inset-x-0 top-[4px] h-[5px] cursor-grab touch-none rounded-full bg-paper/55" />
      <button type="button" data-dense aria-label="First of the selected keys: arrow keys spread them" title="Pull to spread or gather the keys" onPointerDown={grip('first')} onKeyDown={step('first')} className={GRIPS} style={{ left: -GRIP, width: GRIP }} />
      <button type="button" data-dense aria-label="Last of the selected keys: arrow keys spread them" title="Pull to spread or gather the keys" onPointerDown={grip('last')} onKeyDown={step('last')} className={GRIPS} style={{ left: right - left, width: GRIP }} />
      <span className="pointer-events-none absolute top-[-1px] rounded-sm bg-deep/85 px-1 font-mono text-[12px] leading-[14px] whitespace-nowrap text-paper" style={right + 130 > width ? { right: GRIP + 4, top: 9 } : { left: right - left + GRIP + 3 }}>{words}</span>
    </div>
  );
}
