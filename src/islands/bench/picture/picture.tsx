import { useEffect, useLayoutEffect, useRef, useState, type PointerEvent } from 'react';
import { invert, transform } from '../../../core/display';
import { member } from '../../../core/model';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { dragLayers } from './drag-layers';
import { fitPicture } from './fit';
import { Handles } from './handles';

/** How far the pointer must go before a press is a drag, in pixels. */
const SLACK = 3;

/** The open composition at the playhead: click selects, drag moves, double-click opens a nest. */
export function Picture() {
  const editor = useEditor();
  const room = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [space, setSpace] = useState<readonly [number, number]>([0, 0]);
  const [told, setTold] = useState<string | null>(null);
  const composition = useEditorState((state) => current(state));
  const shown = useEditorState((state) => state.shown);
  const selected = useEditorState((state) => state.selection.layers);
  const playing = useEditorState((state) => state.playing);
  const fit = fitPicture(space, composition, 14);

  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setSpace([entry.contentRect.width, entry.contentRect.height]));
    observer.observe(room.current!);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    // A canvas can be handed over once; it lives as long as the Bench does.
    if (canvas.current && !canvas.current.dataset['given']) {
      canvas.current.dataset['given'] = 'yes';
      editor.picture.attach(canvas.current);
    }
  }, [editor]);

  const sized = space[0] > 0;
  useEffect(() => {
    if (!sized) return;
    const density = window.devicePixelRatio || 1;
    editor.picture.setSize(Math.round(fit.width * density), Math.round(fit.height * density));
    const { way, frame, transient } = editor.store.getState();
    editor.picture.show({ composition: way[way.length - 1]!.composition, frame, transient });
  }, [editor, sized, fit.width, fit.height, composition.id]);

  const place = (event: PointerEvent | React.MouseEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    return [(event.clientX - box.left) / fit.scale, (event.clientY - box.top) / fit.scale] as const;
  };

  /** Inside the box of a layer that is selected already: then it is that one which is meant. */
  const isOnSelected = ([x, y]: readonly [number, number]): boolean => (shown?.layers ?? []).some((layer) => {
    const back = selected.includes(layer.id) && layer.bounds ? invert(layer.matrix) : null;
    if (!back || !layer.bounds) return false;
    const [px, py] = transform(back, x, y);
    return px >= layer.bounds[0] && px <= layer.bounds[2] && py >= layer.bounds[1] && py <= layer.bounds[3];
  });

  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0 || playing) return;
    const start = place(event);
    const from = [event.clientX, event.clientY] as const;
    const { way, frame } = editor.store.getState();
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const ids = gestureIds();
    let now = from;
    let moved = false;
    let done = false;
    // On what is selected, a drag begins at once; elsewhere the layer under the pointer is asked for first.
    let ready = isOnSelected(start) && !event.shiftKey;
    const onSelected = ready;
    const picked = editor.picture.pick({ composition: way[way.length - 1]!.composition, frame, transient: null }, start[0], start[1]);

    const draft = () => {
      const state = editor.store.getState();
      const by = [(now[0] - from[0]) / fit.scale, (now[1] - from[1]) / fit.scale] as const;
      return { by, draft: dragLayers(state.project, current(state), state.selection.layers, by, { frame: state.frame, keying: state.keying, newId: ids() }) };
    };
    const lay = () => {
      if (!ready || !moved || done) return;
      const { by, draft: change } = draft();
      editor.lay(change);
      setTold(change ? `${change.label}: ${Math.round(by[0])}, ${Math.round(by[1])} px` : null);
    };
    const select = (layer: string | null) => {
      const { selection } = editor.store.getState();
      const open = current(editor.store.getState());
      if (layer !== null && member(open.layers.by, layer)?.locked) return;
      if (event.shiftKey && layer !== null) {
        const without = selection.layers.filter((id) => id !== layer);
        editor.select({ layers: without.length < selection.layers.length ? without : [...selection.layers, layer], keys: [], operator: null });
      } else if (!selection.layers.includes(layer ?? '')) editor.select({ layers: layer === null ? [] : [layer], keys: [], operator: null });
    };
    void picked.then((layer) => {
      if (onSelected) return;
      select(layer);
      ready = layer !== null;
      if (done && moved && ready) editor.run(draft().draft);
      else lay();
    });

    const move = (next: globalThis.PointerEvent) => {
      const axis = next.shiftKey && moved;
      const [dx, dy] = [next.clientX - from[0], next.clientY - from[1]];
      now = axis ? (Math.abs(dx) > Math.abs(dy) ? [next.clientX, from[1]] : [from[0], next.clientY]) : [next.clientX, next.clientY];
      moved ||= Math.hypot(dx, dy) > SLACK;
      lay();
    };
    const end = (keep: boolean) => {
      done = true;
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', escape, true);
      setTold(null);
      if (keep && moved && ready) editor.run(draft().draft);
      else editor.lay(null);
      // A click without a drag means the layer under the pointer, also when another one was selected.
      if (keep && !moved && onSelected) void picked.then(select);
    };
    const up = () => end(true);
    const cancel = () => end(false);
    const escape = (key: KeyboardEvent) => {
      if (key.key !== 'Escape') return;
      key.stopPropagation();
      moved = false;
      end(false);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', escape, true);
  };

  const onDoubleClick = () => {
    const [only] = editor.store.getState().selection.layers;
    if (only !== undefined) editor.openNest(only);
  };

  const marked = playing || shown?.composition !== composition.id ? [] : shown.layers.filter((layer) => selected.includes(layer.id));
  return (
    <div ref={room} role="application" aria-label="Picture" className="relative min-h-0 grow touch-none overflow-hidden bg-deep" onPointerDown={onPointerDown} onDoubleClick={onDoubleClick}>
      <div className="absolute" style={{ left: fit.left, top: fit.top, width: fit.width, height: fit.height }}>
        <canvas ref={canvas} data-frame-shown={shown?.frame} data-scale={fit.scale} style={{ width: fit.width, height: fit.height }} className="clear-ground block" />
        <Handles layers={marked} scale={fit.scale} />
      </div>
      {told && <output className="absolute bottom-2 left-1/2 -translate-x-1/2 rounded-md bg-ground/90 px-2.5 py-1 font-mono text-[12px] whitespace-nowrap">{told}</output>}
      {shown?.tooMuch && <p className="absolute top-2 left-2 rounded-md bg-ground/90 px-2 py-1 text-rust">This frame is made of more layers than can be painted; the rest is left out.</p>}
    </div>
  );
}
