import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { Composition, Layer, Project } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { followPointer } from '../follow-pointer';
import { LAYER_MENU } from '../picture/press-picture';
import { dropPlace, type DropPlace } from './drop-place';
import { HeadLines, headLines } from './head-lines';
import type { HeadActs } from './layer-head';
import { firstRows, totalHeight } from './rows/build-rows';
import type { Row } from './rows/row';

type Props = { readonly rows: readonly Row[]; readonly project: Project; readonly composition: Composition; readonly scroller: RefObject<HTMLDivElement | null>; readonly onScroll: (top: number) => void };

/** Names and values at the left of the tracks: only the rows in sight are in the page. A head dropped between others is put there, dropped on another it follows that. */
export const Heads = memo(function Heads({ rows, project, composition, scroller, onScroll }: Props) {
  const editor = useEditor();
  const filtering = useEditorState((state) => state.search !== '' || state.filter !== 'all');
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: (i) => rows[i]!.height, overscan: 4, useFlushSync: false, getItemKey: (i) => rows[i]!.key });
  // Heights change when rows fold; the virtual list measures once unless it is told.
  const structure = `${rows.length} ${totalHeight(rows)}`;
  useEffect(() => virtual.measure(), [virtual, structure]);
  const anchor = useRef<string | null>(null);
  /** What letting go of a dragged head would do, and the words for it. */
  const [drop, setDrop] = useState<{ readonly place: DropPlace | null; readonly words: string; readonly y: number } | null>(null);
  const lines = useMemo(() => headLines(rows, composition), [rows, composition]);

  const choose = (layer: Layer, event: { readonly shiftKey: boolean; readonly ctrlKey: boolean; readonly metaKey: boolean }) => {
    const now = editor.store.getState().selection.layers;
    if (event.shiftKey && anchor.current !== null) {
      const ids = firstRows(rows).map((row) => row.layer.id);
      const [a, b] = [ids.indexOf(anchor.current), ids.indexOf(layer.id)];
      if (a >= 0 && b >= 0) return editor.select({ layers: ids.slice(Math.min(a, b), Math.max(a, b) + 1), keys: [], markers: [], operator: null });
    }
    anchor.current = layer.id;
    if (event.ctrlKey || event.metaKey) return editor.select({ layers: now.includes(layer.id) ? now.filter((id) => id !== layer.id) : [...now, layer.id], keys: [], markers: [] });
    editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
  };
  const heightAt = (clientY: number) => clientY - scroller.current!.getBoundingClientRect().top + scroller.current!.scrollTop;

  const dragHead = (layer: Layer, event: React.PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    const from = event.clientY;
    const { selection } = editor.store.getState();
    const ids = selection.layers.includes(layer.id) ? selection.layers : [layer.id];
    const whose = ids.length === 1 ? layer.name : `${ids.length} layers`;
    let place: DropPlace | null = null;
    let moved = false;
    followPointer(event.currentTarget, event.pointerId, (next) => {
      moved ||= Math.abs(next.clientY - from) > 5;
      if (!moved) return;
      const { order, settings } = editor.store.getState();
      place = dropPlace(rows, heightAt(next.clientY), ids);
      const sorted = order === 'start' ? 'Rows stand in order of start; switch that off to reorder layers.' : settings.nestled ? 'Rows stand by their leaders; switch that off to reorder layers.' : null;
      const words = place?.kind === 'onto' ? `${whose} ${ids.length === 1 ? 'follows' : 'follow'} ${composition.layers.by[place.layer]!.name}` : (sorted ?? `${whose} here in the list`);
      if (place?.kind === 'between' && sorted !== null) place = null;
      setDrop({ place, words, y: heightAt(next.clientY) });
    }, (keep) => {
      setDrop(null);
      if (!keep || !moved || !place) return;
      if (place.kind === 'onto') editor.do('layers.parent', { composition: composition.id, layers: ids, parent: place.layer, frame: editor.store.getState().frame });
      else if (editor.do('layers.order', { composition: composition.id, layers: ids, before: place.before })) editor.select({ layers: ids, keys: [], markers: [] });
    }, false);
  };
  const menu = (layer: Layer, event: React.MouseEvent) => {
    event.preventDefault();
    if (!editor.store.getState().selection.layers.includes(layer.id)) editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
    editor.set({ menu: { x: event.clientX, y: event.clientY, under: [], groups: LAYER_MENU } });
  };
  // Rows that stay what they are are not made anew: what they call reaches what is current.
  const latest = useRef<HeadActs>({ choose, drag: dragHead, menu });
  useLayoutEffect(() => void (latest.current = { choose, drag: dragHead, menu }));
  const acts = useMemo<HeadActs>(() => ({
    choose: (layer, event) => latest.current.choose(layer, event), drag: (layer, event) => latest.current.drag(layer, event),
    menu: (layer, event) => latest.current.menu(layer, event),
  }), []);
  const shown = virtual.getVirtualItems();
  return (
    <div ref={scroller} onScroll={(event) => onScroll(event.currentTarget.scrollTop)} role="grid" aria-label="Layers" aria-rowcount={rows.length} aria-multiselectable="true" className="relative min-h-0 overflow-x-hidden overflow-y-auto bg-panel">
      <div style={{ height: totalHeight(rows) }} />
      {rows.length === 0 && <p className="px-3 py-3 text-muted">{filtering ? 'No layer is like that.' : 'No layers yet. Drop pictures, or add a shape under the picture.'}</p>}
      {shown.map((item) => {
        const row = rows[item.index];
        if (!row) return null;
        return <row.is.Head key={item.key} row={row} index={item.index} project={project} composition={composition} target={drop?.place?.kind === 'onto' && drop.place.layer === row.layer?.id && row.is.kind === 'layer'} acts={acts} />;
      })}
      {lines.length > 0 && <HeadLines lines={lines} height={totalHeight(rows)} above={shown[0]?.start ?? 0} below={shown.at(-1)?.end ?? 0} />}
      {drop?.place?.kind === 'between' && <div aria-hidden="true" className="pointer-events-none absolute inset-x-0 z-10 h-0.5 bg-leaf" style={{ top: drop.place.top - 1 }} />}
      {drop && <output className="pointer-events-none absolute left-10 z-20 rounded-md bg-deep px-2 py-1 text-[12px] whitespace-nowrap ring-1 ring-line" style={{ top: drop.y + 14 }}>{drop.words}</output>}
    </div>
  );
});
