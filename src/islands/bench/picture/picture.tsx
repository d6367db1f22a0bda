import { useDeferredValue, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { member } from '../../../core/model';
import { current, isPulled, seenOnPicture, seenSoon } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { createDragSigns, DragLines, DragWords } from './drag-signs';
import { Handles } from './handles';
import { DialPoints } from './dial-points';
import { drivenSigns } from './driven-signs';
import { FillEnds } from './fill-ends';
import { Ghosts, ghostsOf } from './ghosts';
import { gripAt, gripWords, gripsOf, type Grip } from './grips';
import { motionPath } from './motion-path';
import { PictureOverlays } from './overlays';
import { PathPoints } from './path-points';
import { Pen } from './pen';
import { panPicture, placePicture, zoomPictureAt } from './place-picture';
import { doubleClick, nudgeOf, openMenu, pivotOf, pressPicture, type PressContext } from './press-picture';
import { selectionBox, type Point } from './selection-box';
import { TextEditor } from './text-editor';

/** The open composition at the playhead, and everything that can be taken hold of on it. */
export function Picture() {
  const editor = useEditor();
  const room = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const space = useEditorState((state) => state.rooms.picture);
  const [signs] = useState(createDragSigns);
  const [hovered, setHovered] = useState<Grip | null>(null);
  const composition = useEditorState((state) => current(state));
  // While something is dragged here its handles come with the pictures that show it: a move by itself draws nothing anew.
  const settledProject = useEditorState((state) => (state.gesture && isPulled(state.gesture) ? null : seenOnPicture(state)));
  const soon = useEditorState(seenSoon);
  const late = useDeferredValue(soon);
  // Paths and ghosts come as there is time; in an older document the composition may not be there yet.
  const followed = member(late.compositions.by, composition.id) ? late : soon;
  const shown = useEditorState((state) => state.shown);
  const project = settledProject ?? seenOnPicture(editor.store.getState());
  const selected = useEditorState((state) => state.selection.layers);
  const pathed = useDeferredValue(selected);
  const playing = useEditorState((state) => state.playing);
  const frame = useEditorState((state) => state.frame);
  const view = useEditorState((state) => state.picture);
  const overlays = useEditorState((state) => state.overlays);
  const tool = useEditorState((state) => state.tool);
  const typing = useEditorState((state) => state.typing);
  const bending = useEditorState((state) => state.bending);
  useEditorState((state) => state.groupPivot);
  const painter = useEditorState((state) => state.painter);
  const sharpness = useEditorState((state) => state.settings.sharpness);
  const memory = useEditorState((state) => state.settings.memory);
  const density = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
  const place = placePicture(space, composition, view, density, 100 / (sharpness ?? 100));
  const { scale, origin, region, device, matrix } = place;

  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && editor.set({ rooms: { ...editor.store.getState().rooms, picture: [Math.floor(entry.contentRect.width), Math.floor(entry.contentRect.height)] } }));
    observer.observe(room.current!);
    return () => observer.disconnect();
  }, [editor]);

  useEffect(() => {
    // A canvas can be handed over once: each worker that paints gets its own.
    if (canvas.current && !canvas.current.dataset['given']) {
      canvas.current.dataset['given'] = 'yes';
      editor.picture.attach(canvas.current);
    }
  }, [editor, painter]);

  useEffect(() => editor.picture.limit(memory * 1024 * 1024), [editor, memory, painter]);

  const sized = space[0] > 0;
  const painted = `${device.join('x')} ${matrix.join(' ')}`;
  useEffect(() => {
    if (!sized) return;
    editor.picture.setSize(device[0], device[1], matrix);
    editor.look();
    // The words stand for the numbers: arrays are new at every turn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [editor, sized, painted, composition.id, painter]);

  // Wheel listeners must be allowed to keep the page from zooming, which React's may not.
  useEffect(() => {
    const element = room.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left, top } = element.getBoundingClientRect();
      const state = editor.store.getState();
      const size = [element.clientWidth, element.clientHeight] as const;
      if (event.ctrlKey || event.metaKey) return editor.set({ picture: zoomPictureAt(size, current(state), state.picture, [event.clientX - left, event.clientY - top], Math.exp(-event.deltaY * 0.0022)) });
      const [dx, dy] = event.shiftKey ? [event.deltaY, 0] : [event.deltaX, event.deltaY];
      if (state.picture.zoom !== null) editor.set({ picture: panPicture(size, current(state), state.picture, -dx, -dy) });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [editor]);

  const toScreen = ([x, y]: Point): Point => [origin[0] + x * scale, origin[1] + y * scale];
  const toPicture = (event: { readonly clientX: number; readonly clientY: number }): Point => {
    const box = room.current!.getBoundingClientRect();
    return [(event.clientX - box.left - origin[0]) / scale, (event.clientY - box.top - origin[1]) / scale];
  };

  const isShown = !playing && shown?.composition === composition.id;
  const marked = useMemo(() => { const chosen = new Set(selected); return isShown ? shown.layers.filter((layer) => chosen.has(layer.id)) : []; }, [isShown, shown, selected]);
  const box = useMemo(() => selectionBox(marked.filter((layer) => !member(composition.layers.by, layer.id)?.locked)), [marked, composition]);
  const only = marked.length === 1 ? member(member(project.compositions.by, composition.id)!.layers.by, marked[0]!.id) : undefined;
  // Dials are selected without being drawn.
  const alone = selected.length === 1 ? member(member(project.compositions.by, composition.id)!.layers.by, selected[0]!) : undefined;
  const written = typing === null ? undefined : member(member(project.compositions.by, composition.id)!.layers.by, typing);
  const context: PressContext = { editor, place, room: space, shown: isShown ? shown.layers : [], box, toScreen, toPicture, signs };
  const pivot = box && pivotOf(context, project);
  const grips = box && pivot && tool.kind === 'choose' && !bending ? gripsOf(box, pivot, toScreen) : [];
  const stands = useEditorState((state) => state.stands);
  const paths = stands && overlays.path && !playing ? (pathed.length > 4 ? [] : pathed).flatMap((id) => { const open = member(followed.compositions.by, composition.id)!; const layer = member(open.layers.by, id); const path = layer && motionPath(followed, open, layer); return path ? [path] : []; }) : [];

  const ghostly = useEditorState((state) => state.settings.ghosts);
  const ghosts = ghostly.on && isShown && selected.length <= 4 ? marked.flatMap((one) => { const open = member(followed.compositions.by, composition.id)!; const layer = member(open.layers.by, one.id); return layer && !layer.locked ? ghostsOf(followed, open, layer, one, shown.frame, ghostly) : []; }) : [];

  const hover = (event: React.PointerEvent) => {
    if (event.buttons !== 0) return;
    const box = room.current!.getBoundingClientRect();
    const grip = gripAt(grips, [event.clientX - box.left, event.clientY - box.top]);
    if (JSON.stringify(grip) !== JSON.stringify(hovered)) setHovered(grip);
  };
  const cursor = hovered ? (hovered.kind === 'turn' ? 'alias' : hovered.kind === 'pivot' ? 'crosshair' : hovered.kind === 'lean' ? 'ew-resize' : 'nwse-resize') : tool.kind === 'choose' ? 'default' : 'crosshair';
  return (
    <div
      ref={room} role="application" aria-label="Picture" tabIndex={0} style={{ cursor }}
      title={hovered ? gripWords(hovered) : undefined}
      className="relative min-h-0 grow touch-none overflow-hidden bg-deep focus-visible:-outline-offset-2!"
      onPointerDown={(event) => pressPicture(context, event, grips)}
      onPointerMove={hover}
      onKeyDown={(event) => nudgeOf(context, event)}
      onDoubleClick={(event) => doubleClick(context, event)}
      onContextMenu={(event) => openMenu(context, event)}
    >
      <canvas key={painter} ref={canvas} data-frame-shown={shown?.frame} data-shown={shown?.count} data-shown-at={shown?.at} data-scale={scale} data-origin={origin.join(' ')} style={{ left: region.left, top: region.top, width: region.width, height: region.height, imageRendering: view.pixels ? 'pixelated' : 'auto' }} className="clear-ground absolute block" />
      <svg className="pointer-events-none absolute inset-0 size-full">
        <PictureOverlays composition={composition} overlays={overlays} paths={paths} frame={frame} toScreen={toScreen} />
        {ghosts.length > 0 && <Ghosts ghosts={ghosts} toScreen={toScreen} toPicture={toPicture} />}
        {!bending && <Handles layers={marked} box={box} grips={grips} hovered={hovered} driven={only ? drivenSigns(only) : null} toScreen={toScreen} scale={scale} />}
        {only && marked[0] && tool.kind === 'choose' && <FillEnds project={project} composition={member(project.compositions.by, composition.id)!} layer={only} shown={marked[0]} frame={frame} toScreen={toScreen} toPicture={toPicture} />}
        {alone && tool.kind === 'choose' && !playing && <DialPoints project={project} composition={member(project.compositions.by, composition.id)!} layer={alone} shown={marked[0]} frame={frame} toScreen={toScreen} toPicture={toPicture} />}
        {only && marked[0] && bending === only.id && <PathPoints project={project} composition={member(project.compositions.by, composition.id)!} layer={only} shown={marked[0]} frame={frame} toScreen={toScreen} toPicture={toPicture} />}
        <DragLines signs={signs} toScreen={toScreen} room={space} />
        {tool.kind === 'pen' && <Pen toScreen={toScreen} toPicture={toPicture} scale={scale} />}
      </svg>
      {written?.kind === 'text' && <TextEditor key={written.id} layer={written} shown={shown?.layers.find((layer) => layer.id === written.id)} scale={scale} toScreen={toScreen} />}
      <DragWords signs={signs} />
      <BeforeNote />
      {shown?.tooMuch && <p className="absolute top-2 left-2 rounded-md bg-ground/90 px-2 py-1 text-rust">This frame is made of more layers than can be painted; the rest is left out.</p>}
      {isShown && composition.layers.order.length === 0 && tool.kind === 'choose' && <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-muted">Drop pictures here, or draw: rectangle, path, text below.</p>}
    </div>
  );
}

/** Says that the picture is that of before, and before what. */
function BeforeNote() {
  const before = useEditorState((state) => state.beforeEdit);
  return before === null ? null : <p role="status" className="pointer-events-none absolute top-2 left-2 rounded-md bg-ground/90 px-2 py-1 text-[12.5px]">Before “{before}”</p>;
}
