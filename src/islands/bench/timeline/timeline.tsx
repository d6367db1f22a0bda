import { Maximize2, ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { IconButton } from '../../../ui';
import { current, seen } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { crispContext, useSize } from './crisp-canvas';
import { classifyDrag, draftOf, tellDrag, whyLocked } from './drag';
import { drawRuler, RULER_HEIGHT } from './draw-ruler';
import { drawTracks } from './draw-tracks';
import { Heads } from './heads';
import { hitTest, keysInside } from './hit-test';
import { KeyList } from './key-list';
import { buildRows } from './rows';
import { frameOf, panBy, wholeView, xOf, zoomAt } from './scale';
import { TimeField } from './time-field';

const SLACK = 3;

/** Everything that is about time, on one axis under the ruler. */
export function Timeline() {
  const editor = useEditor();
  const state = useEditorState((all) => all);
  const project = seen(state);
  const composition = current({ ...state, project });
  const { duration } = composition;
  const rows = useMemo(() => buildRows(composition, state.unfolded, state.lanes), [composition, state.unfolded, state.lanes]);
  const pane = useRef<HTMLDivElement>(null);
  const ruler = useRef<HTMLCanvasElement>(null);
  const tracks = useRef<HTMLCanvasElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const [width, height] = useSize(pane);
  const [scroll, setScroll] = useState(0);
  const [unit, setUnit] = useState<'seconds' | 'frames'>('seconds');
  const [marquee, setMarquee] = useState<readonly [number, number, number, number] | null>(null);
  const [told, setTold] = useState<{ readonly x: number; readonly y: number; readonly text: string } | null>(null);
  // A view that was never set shows the whole composition, and goes on doing so as the pane changes.
  const view = state.view.pixelsPerFrame > 0 ? state.view : wholeView(duration, Math.max(100, width));

  useLayoutEffect(() => {
    if (width === 0 || !ruler.current || !tracks.current) return;
    const ready = state.ready?.composition === composition.id ? state.ready.frames : null;
    drawRuler(crispContext(ruler.current, width, RULER_HEIGHT), { composition, view, width, frame: state.frame, unit, ready, problems: state.problems });
  }, [composition, view, width, unit, state.ready, state.problems, state.frame]);

  useLayoutEffect(() => {
    if (width === 0 || !tracks.current) return;
    drawTracks(crispContext(tracks.current, width, height), { project, composition, rows, view, width, height, scroll, selection: state.selection, frame: state.frame, marquee });
  }, [project, composition, rows, view, width, height, scroll, state.selection, state.frame, marquee]);

  // What is selected elsewhere comes into sight here.
  const [firstSelected] = state.selection.layers;
  useEffect(() => {
    const list = scroller.current;
    const row = rows.find((one) => one.kind === 'layer' && one.layer.id === firstSelected);
    if (!list || !row) return;
    if (row.top < list.scrollTop) list.scrollTop = row.top;
    else if (row.top + row.height > list.scrollTop + list.clientHeight) list.scrollTop = row.top + row.height - list.clientHeight;
    // Only a new selection scrolls; folding and editing leave the list where it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [firstSelected, composition.id]);

  // Wheel listeners must be allowed to keep the page from zooming, which React's may not.
  useEffect(() => {
    const element = pane.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left } = element.getBoundingClientRect();
      const now = editor.store.getState();
      const open = current(now);
      const shown = now.view.pixelsPerFrame > 0 ? now.view : wholeView(open.duration, element.clientWidth);
      if (event.ctrlKey || event.metaKey) editor.store.setState({ view: zoomAt(shown, event.clientX - left, Math.exp(-event.deltaY * 0.0022), open.duration, element.clientWidth) });
      else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) editor.store.setState({ view: panBy(shown, event.deltaX || event.deltaY, open.duration, element.clientWidth) });
      else if (scroller.current) scroller.current.scrollTop += event.deltaY;
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [editor]);

  const zoom = (factor: number) => editor.store.setState({ view: zoomAt(view, xOf(state.frame, view), factor, duration, width) });

  const follow = (event: PointerEvent, move: (event: globalThis.PointerEvent) => void, end: (keep: boolean) => void) => {
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const finish = (keep: boolean) => {
      target.removeEventListener('pointermove', move as EventListener);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', escape, true);
      end(keep);
    };
    const up = () => finish(true);
    const cancel = () => finish(false);
    const escape = (key: KeyboardEvent) => {
      if (key.key !== 'Escape') return;
      key.stopPropagation();
      finish(false);
    };
    target.addEventListener('pointermove', move as EventListener);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', escape, true);
  };

  const scrub = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    const { left } = event.currentTarget.getBoundingClientRect();
    const to = (clientX: number) => editor.seek(Math.floor(frameOf(clientX - left, view) + 1e-6));
    to(event.clientX);
    follow(event, (next) => to(next.clientX), () => undefined);
  };

  const onPress = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.button > 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top + scroll];
    const hit = hitTest(rows, view, x, y);
    const drag = classifyDrag(hit, event.button === 1, state.selection);
    const more = event.shiftKey || event.ctrlKey || event.metaKey;
    const locked = drag.kind === 'pan' ? null : whyLocked(hit, project, composition.id);
    if (locked) return editor.say(locked);
    if (drag.kind === 'moveKeys' && hit.kind === 'keys') editor.select({ keys: more ? [...state.selection.keys, ...hit.refs] : drag.refs, layers: state.selection.layers.includes(hit.layer) ? state.selection.layers : [hit.layer] });
    else if (hit.kind === 'bar' || hit.kind === 'trim' || hit.kind === 'row') {
      const layers = more ? [...new Set([...state.selection.layers, hit.layer])] : state.selection.layers.includes(hit.layer) ? state.selection.layers : [hit.layer];
      editor.select({ layers, keys: [], operator: layers[0] === state.selection.layers[0] ? state.selection.operator : null });
    } else if (hit.kind === 'nothing' && drag.kind !== 'pan') editor.select({ layers: [], keys: [], operator: null });
    let by = 0;
    let moved = false;
    let rectangle: readonly [number, number, number, number] | null = null;
    const from = [event.clientX, event.clientY] as const;
    const viewThen = view;
    follow(event, (next) => {
      const [dx, dy] = [next.clientX - from[0], next.clientY - from[1]];
      moved ||= Math.hypot(dx, dy) > SLACK;
      if (!moved) return;
      if (drag.kind === 'pan') return editor.store.setState({ view: panBy(viewThen, -dx, duration, width) });
      if (drag.kind === 'marquee') {
        rectangle = [Math.min(x, x + dx), Math.min(y, y + dy), Math.max(x, x + dx), Math.max(y, y + dy)];
        return setMarquee(rectangle);
      }
      by = Math.round(dx / viewThen.pixelsPerFrame);
      const now = editor.store.getState();
      editor.lay(draftOf(drag, now.project, composition.id, by));
      setTold({ x: x + dx, y: next.clientY - box.top, text: tellDrag(drag, now.project, composition.id, by) });
    }, (keep) => {
      setTold(null);
      setMarquee(null);
      if (drag.kind === 'marquee') {
        if (keep && rectangle) editor.select({ keys: keysInside(rows, view, rectangle) });
        return;
      }
      if (keep && moved && by !== 0) editor.run(draftOf(drag, editor.store.getState().project, composition.id, by));
      else editor.lay(null);
    });
  };

  const onHover = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons !== 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const hit = hitTest(rows, view, event.clientX - box.left, event.clientY - box.top + scroll);
    event.currentTarget.style.cursor = hit.kind === 'trim' ? 'ew-resize' : hit.kind === 'keys' ? 'grab' : hit.kind === 'bar' ? 'move' : 'default';
    event.currentTarget.title = hit.kind === 'trim' ? `Drag to trim the ${hit.end}` : hit.kind === 'keys' ? `${hit.refs.length} ${hit.refs.length === 1 ? 'key' : 'keys'} at frame ${hit.at}` : '';
  };

  const onDoubleClick = (event: React.MouseEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const hit = hitTest(rows, view, event.clientX - box.left, event.clientY - box.top + scroll);
    if (hit.kind === 'bar') editor.openNest(hit.layer);
  };

  const playhead = xOf(state.frame, view);
  return (
    <section aria-label="Timeline" className="grid h-full min-h-0 grid-cols-[250px_minmax(0,1fr)] grid-rows-[52px_minmax(0,1fr)] bg-ground">
      <div className="flex flex-col justify-center bg-panel">
        <TimeField />
        <div className="flex items-center pl-2">
          <button type="button" onClick={() => setUnit(unit === 'seconds' ? 'frames' : 'seconds')} title="What the ruler counts: seconds or frames" className="h-6 w-[62px] rounded-md px-1.5 text-left text-[12px] text-muted hover:bg-raised hover:text-paper">{unit}</button>
          <IconButton className="h-6" label="Zoom out" hint="Ctrl+wheel" onClick={() => zoom(1 / 1.6)}><ZoomOut size={14} /></IconButton>
          <IconButton className="h-6" label="Zoom in" hint="Ctrl+wheel" onClick={() => zoom(1.6)}><ZoomIn size={14} /></IconButton>
          <IconButton className="h-6" label="Show the whole composition" hint="W" onClick={() => editor.store.setState({ view: { from: 0, pixelsPerFrame: 0 } })}><Maximize2 size={13} /></IconButton>
        </div>
      </div>
      <div className="relative overflow-hidden bg-panel">
        <canvas ref={ruler} aria-label="Ruler" role="img" style={{ width, height: RULER_HEIGHT }} className="block cursor-pointer" onPointerDown={scrub} />
        <Playhead x={playhead} head />
      </div>
      <Heads rows={rows} project={project} composition={composition} scroller={scroller} onScroll={setScroll} />
      <div ref={pane} className="relative min-h-0 touch-none overflow-hidden">
        <canvas
          ref={tracks} aria-label="Tracks" role="img" data-from={view.from} data-pixels-per-frame={view.pixelsPerFrame} data-scroll={scroll}
          style={{ width, height }} className="block" onPointerDown={onPress} onPointerMove={onHover} onDoubleClick={onDoubleClick}
        />
        <Playhead x={playhead} />
        {told && <output className="pointer-events-none absolute z-10 rounded-md bg-deep/95 px-2 py-1 font-mono text-[12px] whitespace-nowrap ring-1 ring-line" style={{ left: Math.min(told.x + 12, width - 170), top: Math.max(2, told.y - 30) }}>{told.text}</output>}
        <KeyList composition={composition} />
      </div>
    </section>
  );
}

/** The playhead: an upright line, and its knob on the ruler. */
function Playhead({ x, head }: { readonly x: number; readonly head?: boolean }) {
  if (x < -1) return null;
  return (
    <div aria-hidden="true" className="pointer-events-none absolute inset-y-0 z-[5]" style={{ transform: `translateX(${x}px)`, left: 0 }}>
      {head && <svg width="13" height="14" className="absolute top-1 -left-[6px]"><path d="M1 1h11v7l-5.5 5.5L1 8z" fill="var(--color-paper)" /></svg>}
      <div className={`absolute -left-[0.5px] w-px bg-paper ${head ? 'top-4 bottom-0' : 'inset-y-0'}`} />
    </div>
  );
}
