import { useDeferredValue, useEffect, useLayoutEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { current, isPulled, seen, seenSoon } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { showProblem, ticksOf } from '../editor/problems';
import type { EditorState, TimelineView } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { useStaged } from '../staged';
import { AskPegs } from './ask-pegs';
import { HappensMarks } from './happens-marks';
import { useAfterPicture } from './after-picture';
import { crispContext, useSize } from './crisp-canvas';
import { foretell, snapDrag } from './drag';
import { drawRuler, RULER_HEIGHT } from './draw-ruler';
import { drawTracks } from './draw-tracks';
import { HandleList } from './handle-list';
import { TimeHandleList } from './time-handle-list';
import { Heads } from './heads';
import type { Hit } from './hit';
import { hitTest } from './hit-test';
import { KeyList } from './key-list';
import { NestPegs } from './nest-strip';
import { problemUnder } from './problem-under';
import { openTracksMenu, pressTracks } from './press-tracks';
import { RigidEdgeList } from './rigid-edge-list';
import { buildRows } from './rows/build-rows';
import { frameOf, panBy, shownView, xOf, zoomAt } from './scale';
import { rulerCatches } from './ruler-pegs';
import { Strips } from './strips';
import { SelectionBar } from './selection-bar';
import { shiftOf } from './shift';
import { useActivity } from './use-activity';
import { useInSight } from './use-in-sight';
import { TimelineBar } from './timeline-bar';
import { TurnNumbers } from './turn-numbers';

/** How near the end of the play range a press on the ruler takes it, in pixels. */
const RANGE_REACH = 6;
/** How near a moment must be to catch the playhead. */
const CATCH = 5;
/** And a problem's tick. */
const TICK_REACH = 4;

/** Everything that is about time, on one axis under the ruler. */
export function Timeline() {
  const editor = useEditor();
  const state = useEditorState(useShallow(partsOf));
  const [told, setTold] = useState<{ readonly x: number; readonly y: number; readonly text: string } | null>(null);
  // A drag on the picture is the picture's: the rows follow as there is time. A drag here is seen at once. The composition
  // waits with its project: in an older one it may not be there yet.
  // What is dragged in time is drawn shifted: the document is as it was until it is let go.
  const shift = useMemo(() => shiftOf(state.gesture), [state.gesture]);
  // Keys that are pulled are seen as soon as their picture is; whatever else is tried out comes as there is time.
  const pulled = isPulledHere(state.gesture);
  const drawn = useAfterPicture(pulled ? state.gesture : null);
  const { way } = state;
  const seenNow = shift ? state.project : pulled ? seen({ project: state.project, gesture: drawn }) : seenSoon(state);
  const now = useMemo(() => ({ project: seenNow, composition: current({ way, project: seenNow }) }), [seenNow, way]);
  const soon = useDeferredValue(now);
  const { project, composition } = told === null && !pulled && soon.composition.id === now.composition.id ? soon : now;
  const { duration } = composition;
  const { unfolded, lanes, laneAlone: alone, order, search, filter } = state;
  const { nestled, curvesOver } = state.settings;
  const filtered = filter === 'selected' ? state.selection.layers : NONE;
  const pane = useRef<HTMLDivElement>(null);
  const [width, height] = useSize(pane);
  const room = alone === null ? 0 : height;
  const rows = useMemo(() => buildRows(project, composition, { unfolded, lanes, order, nestled, search, filter, selected: filtered, alone, room }), [project, composition, unfolded, lanes, order, nestled, search, filter, filtered, alone, room]);
  const ruler = useRef<HTMLCanvasElement>(null);
  const tracks = useRef<HTMLCanvasElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  useEffect(() => editor.set({ rooms: { ...editor.store.getState().rooms, tracks: width } }), [editor, width]);
  // While something is dragged here, names and values beside the tracks follow as there is time.
  const beside = useMemo(() => ({ rows, project, composition }), [rows, project, composition]);
  const later = useDeferredValue(beside);
  const heads = told === null ? beside : later;
  const stage = useStaged(3);
  const [scroll, setScroll] = useState(0);
  const [marquee, setMarquee] = useState<readonly [number, number, number, number] | null>(null);
  const [caught, setCaught] = useState<number | null>(null);
  const [hit, setHit] = useState<Hit>({ kind: 'nothing' });
  const [wrong, setWrong] = useState<string | null>(null);
  // A view that was never set shows the whole composition, and goes on doing so as the pane changes.
  const view = useMemo(() => shownView(state.view, duration, width), [state.view, duration, width]);
  const inView = useMemo(() => [...new Set(rows.filter((row) => row.top < scroll + height && row.top + row.height > scroll).flatMap((row) => (row.layer?.kind === 'nest' ? [row.layer.source] : [])))], [rows, scroll, height]);
  const activity = useActivity(project, inView);
  const grip = hit.kind === 'trim' || hit.kind === 'stretch' ? hit : null;

  useLayoutEffect(() => {
    if (stage < 2 || width === 0 || !ruler.current) return;
    const ready = state.ready?.composition === composition.id ? state.ready.frames : null;
    drawRuler(crispContext(ruler.current, width, RULER_HEIGHT), { composition, view, width, unit: state.settings.unit, ready, problems: state.problems });
  }, [stage, composition, view, width, state.settings.unit, state.ready, state.problems]);

  useLayoutEffect(() => {
    if (width === 0 || !tracks.current) return;
    drawTracks(crispContext(tracks.current, width, height), rows, { project, composition, view, width, height, scroll, selection: state.selection, frame: state.frame, marquee, grip, caught, shift, pulled, lanes, curvesOver, activity, problems: state.problems });
  }, [project, composition, rows, view, width, height, scroll, state.selection, state.frame, marquee, grip, caught, shift, pulled, lanes, curvesOver, activity, state.problems]);

  useInSight(scroller, { rows, composition: composition.id, selected: state.selection.layers, lanes, height });

  // Wheel listeners must be allowed to keep the page from zooming, which React's may not.
  useEffect(() => {
    const element = pane.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left } = element.getBoundingClientRect();
      const now = editor.store.getState();
      const open = current(now);
      const shown = shownView(now.view, open.duration, element.clientWidth);
      if (event.ctrlKey || event.metaKey) editor.set({ view: zoomAt(shown, event.clientX - left, Math.exp(-event.deltaY * 0.0022), open.duration, element.clientWidth) });
      else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) editor.set({ view: panBy(shown, event.deltaX || event.deltaY, open.duration, element.clientWidth) });
      else if (scroller.current) scroller.current.scrollTop += event.deltaY;
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [editor]);

  const onRuler = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    const { left, top } = event.currentTarget.getBoundingClientRect();
    const frameAt = (clientX: number) => Math.floor(frameOf(clientX - left, view) + 1e-6);
    const tick = tickAt(event.clientX - left, event.clientY - top);
    if (tick) return showProblem(editor, tick);
    const end = rangeEnd(event.clientX - left, event.clientY - top);
    if (end === null) {
      editor.seek(frameAt(event.clientX));
      // With Snap on, the playhead is caught while it is dragged; where it was pressed it goes exactly.
      const catches = rulerCatches(editor, view, width, false).filter(({ at }) => at < composition.duration);
      return followPointer(event.currentTarget, event.pointerId, (next) => {
        const raw = frameOf(next.clientX - left, view);
        const { by, caught: found } = snapDrag(raw, [0], next.altKey ? [] : catches, CATCH / view.pixelsPerFrame, [-Infinity, Infinity]);
        setCaught(found?.at ?? null);
        editor.seek(found ? by : Math.floor(raw + 1e-6));
      }, () => setCaught(null));
    }
    // The play range is pulled by its ends.
    const { range } = current(editor.store.getState());
    let wanted: readonly [number, number] | null = null;
    const catches = rulerCatches(editor, view, width);
    followPointer(event.currentTarget, event.pointerId, (next) => {
      const { by: at, caught: found } = snapDrag(frameOf(next.clientX - left, view), [0], next.altKey ? [] : catches, CATCH / view.pixelsPerFrame, [-Infinity, Infinity]);
      setCaught(found?.at ?? null);
      wanted = end === 'from' ? [Math.max(0, Math.min(at, range[1] - 1)), range[1]] : [range[0], Math.min(duration, Math.max(at, range[0] + 1))];
      editor.tryOut('composition.set', { composition: composition.id, fields: { range: wanted } });
    }, (keep) => {
      setCaught(null);
      return keep && wanted ? editor.do('composition.set', { composition: composition.id, fields: { range: wanted } }) : editor.letGo();
    });
  };
  const rangeEnd = (x: number, y: number): 'from' | 'to' | null => {
    if (y < RULER_HEIGHT - 12) return null;
    // As the document has it: what is shown may lag behind a drag that was just let go.
    const { range } = current(editor.store.getState());
    if (Math.abs(x - xOf(range[0], view)) <= RANGE_REACH) return 'from';
    return Math.abs(x - xOf(range[1], view)) <= RANGE_REACH ? 'to' : null;
  };

  const tickAt = (x: number, y: number) => (y < RULER_HEIGHT - 14 ? null : (ticksOf(state).find(({ where }) => Math.abs(xOf(where.frame, view) - x) <= TICK_REACH) ?? null));
  const onRulerHover = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons !== 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const tick = tickAt(x, y);
    event.currentTarget.title = tick?.message ?? '';
    event.currentTarget.style.cursor = !tick && rangeEnd(x, y) ? 'ew-resize' : 'pointer';
  };

  const hitUnder = (event: { readonly clientX: number; readonly clientY: number; readonly currentTarget: EventTarget & Element }): Hit => {
    const box = event.currentTarget.getBoundingClientRect();
    return hitTest(rows, project, composition, view, event.clientX - box.left, event.clientY - box.top + scroll, editor.store.getState().drawing);
  };
  const press = { editor, rows, view, scroll, width, setMarquee, setTold, setCaught };
  const onHover = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons !== 0) return;
    const next = hitUnder(event);
    if (JSON.stringify(next) !== JSON.stringify(hit)) setHit(next);
    const box = event.currentTarget.getBoundingClientRect();
    setWrong(problemUnder(rows, state.problems, composition.id, view, event.clientX - box.left, event.clientY - box.top + scroll));
    event.currentTarget.style.cursor = next.kind === 'grip' ? next.cursor : next.kind === 'trim' || next.kind === 'stretch' ? 'ew-resize' : next.kind === 'keys' || next.kind === 'marker' ? 'grab' : next.kind === 'bar' ? 'move' : 'default';
  };
  const onDoubleClick = (event: React.MouseEvent<HTMLCanvasElement>) => {
    const found = hitUnder(event);
    if (found.kind === 'grip' && found.twice) return void editor.do(found.twice.event, found.twice.args as never);
    const under = found.kind === 'grip' ? found.as : found;
    if (under.kind === 'bar') editor.openNest(under.layer);
    if (under.kind === 'marker') {
      editor.select({ markers: [under.ref], keys: [], layers: under.ref.layer === null ? [] : [under.ref.layer] });
      requestAnimationFrame(() => document.querySelector<HTMLInputElement>('[data-marker-name]')?.focus());
    }
    // Double-click always edits: a peg leads to its moment, where the panel has its value.
    if (under.kind === 'keys') editor.seek(under.at);
  };
  const foretold = told ? null : (wrong ?? foretell(hit, state.selection, composition));

  return (
    <section aria-label="Timeline" className="grid h-full min-h-0 grid-cols-[250px_minmax(0,1fr)] grid-rows-[32px_52px_auto_minmax(0,1fr)] bg-ground">
      <TimelineBar />
      <div className="flex items-end justify-end bg-panel pr-1 pb-0.5">
        <button type="button" onClick={() => editor.setSettings({ unit: state.settings.unit === 'seconds' ? 'frames' : 'seconds' })} aria-label={`The ruler counts ${state.settings.unit}`} title="What the ruler counts: seconds or frames" className="h-6 w-fit rounded-md px-2 text-right text-[12px] text-muted hover:bg-raised hover:text-paper">{state.settings.unit}</button>
      </div>
      <div className="relative overflow-hidden bg-panel">
        <canvas ref={ruler} aria-label="Ruler" role="img" style={{ width, height: RULER_HEIGHT }} className="block cursor-pointer" onPointerDown={onRuler}
          onPointerMove={onRulerHover} />
        <NestPegs view={view} width={width} duration={duration} setCaught={setCaught} />
        <AskPegs view={view} width={width} duration={duration} setCaught={setCaught} />
        <HappensMarks view={view} width={width} />
        <Playhead view={view} head />
      </div>
      <Strips />
      {stage < 3 ? <div className="bg-panel" /> : <Heads {...heads} scroller={scroller} onScroll={setScroll} />}
      <div ref={pane} className="relative min-h-0 touch-none overflow-hidden">
        <canvas
          ref={tracks} aria-label="Tracks" role="img" data-from={view.from} data-pixels-per-frame={view.pixelsPerFrame} data-scroll={scroll} title={foretold || undefined}
          style={{ width, height }} className="block" onPointerDown={(event) => pressTracks(press, event, hitUnder(event))} onPointerMove={onHover} onPointerLeave={() => setHit({ kind: 'nothing' })} onDoubleClick={onDoubleClick}
          onContextMenu={(event) => { event.preventDefault(); openTracksMenu(editor, hitUnder(event), event.clientX, event.clientY); }}
        />
        <Playhead view={view} />
        <SelectionBar rows={rows} view={view} scroll={scroll} height={height} width={width} setCaught={setCaught} />
        <TurnNumbers rows={rows} view={view} scroll={scroll} height={height} width={width} />
        {told && <output className="pointer-events-none absolute z-10 rounded-md bg-deep/95 px-2 py-1 font-mono text-[12px] whitespace-nowrap ring-1 ring-line" style={{ left: Math.max(4, Math.min(told.x + 12, width - 260)), top: Math.max(2, told.y - 30) }}>{told.text}</output>}
        <KeyList project={heads.project} composition={heads.composition} />
        <HandleList project={heads.project} composition={heads.composition} />
        <TimeHandleList project={heads.project} composition={heads.composition} />
        <RigidEdgeList project={heads.project} composition={heads.composition} />
      </div>
    </section>
  );
}

const NONE: readonly string[] = [];

/** What is pulled in the tracks themselves, beside what is moved in time. */
const PULLED_HERE: ReadonlySet<string> = new Set(['keys.pull', 'keys.set', 'keys.spread', 'keys.draw', 'tracks.outside', 'layers.slip', 'timing.set']);

function isPulledHere(gesture: EditorState['gesture']): boolean {
  // Rigid spans are pulled from a bar; the play range, another field of the same edit, has a way of its own.
  return gesture !== null && (PULLED_HERE.has(gesture.event) || (gesture.event === 'composition.set' && isPulled(gesture)));
}

/** What the timeline shows: news of the picture and of the server go by without it. */
const partsOf = ({ project, gesture, followed, way, unfolded, lanes, laneAlone, order, search, filter, selection, view, frame, playing, settings, ready, problems }: EditorState) =>
  ({ project, gesture: gesture?.event === 'time.shift' || isPulledHere(gesture) ? gesture : null, followed, way, unfolded, lanes, laneAlone, order, search, filter, selection, view, frame: playing ? NOWHERE : frame, settings, ready, problems });
/** Where the playhead is while it plays, for all that does not follow it. */
const NOWHERE = -1;

/** The playhead: an upright line, and its knob on the ruler. It moves by itself: while it plays, nothing else here does. */
function Playhead({ view, head }: { readonly view: TimelineView; readonly head?: boolean }) {
  const x = useEditorState((state) => xOf(state.frame, view));
  if (x < -1) return null;
  return (
    <div aria-hidden="true" className="pointer-events-none absolute inset-y-0 z-[5]" style={{ transform: `translateX(${x}px)`, left: 0 }}>
      {head && <svg width="13" height="14" className="absolute top-1 -left-[6px]"><path d="M1 1h11v7l-5.5 5.5L1 8z" fill="var(--color-paper)" /></svg>}
      <div className={`absolute -left-[0.5px] w-px bg-paper ${head ? 'top-4 bottom-0' : 'inset-y-0'}`} />
    </div>
  );
}
