import { useVirtualizer } from '@tanstack/react-virtual';
import { Maximize2, Minimize2 } from 'lucide-react';
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { timingOf, valueAt, type Track } from '../../../core/scene';
import { member, type Composition, type Layer, type LayerOf, type Project } from '../../../core/model';
import { IconButton } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { foldKey } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { LAYER_MENU } from '../picture/press-picture';
import { Thumbnail } from '../picture/thumbnail';
import { PegButton } from '../panel/peg-button';
import { showNumber } from '../panel/read-number';
import { usePeg } from '../panel/use-peg';
import { dropPlace } from './drop-place';
import { LayerHead, type HeadActs } from './layer-head';
import { rowAt, timingWords, totalHeight, type Row } from './rows';

type Props = { readonly rows: readonly Row[]; readonly project: Project; readonly composition: Composition; readonly scroller: RefObject<HTMLDivElement | null>; readonly onScroll: (top: number) => void };

/** Names and values at the left of the tracks: only the rows in sight are in the page. They are dragged to reorder, and by their links to follow. */
export const Heads = memo(function Heads({ rows, project, composition, scroller, onScroll }: Props) {
  const editor = useEditor();
  const selected = useEditorState((state) => state.selection.layers);
  const chosen = new Set(selected);
  const unfolded = useEditorState((state) => state.unfolded);
  const lanes = useEditorState((state) => state.lanes);
  const renaming = useEditorState((state) => state.renaming);
  const filtering = useEditorState((state) => state.search !== '' || state.filter !== 'all');
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: (i) => rows[i]!.height, overscan: 4, useFlushSync: false, getItemKey: (i) => rowKey(rows[i]!) });
  // Heights change when rows fold; the virtual list measures once unless it is told.
  const structure = `${rows.length} ${totalHeight(rows)}`;
  useEffect(() => virtual.measure(), [virtual, structure]);
  const anchor = useRef<string | null>(null);
  /** Where a dragged head would be put, or whom a dragged link would follow. */
  const [drop, setDrop] = useState<{ readonly kind: 'between'; readonly top: number } | { readonly kind: 'onto'; readonly layer: string } | null>(null);

  const choose = (layer: Layer, event: { readonly shiftKey: boolean; readonly ctrlKey: boolean; readonly metaKey: boolean }) => {
    const now = editor.store.getState().selection.layers;
    if (event.shiftKey && anchor.current !== null) {
      const ids = rows.flatMap((row) => (row.kind === 'layer' ? [row.layer.id] : []));
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
    let place: ReturnType<typeof dropPlace> = null;
    let moved = false;
    followPointer(event.currentTarget, event.pointerId, (next) => {
      moved ||= Math.abs(next.clientY - from) > 5;
      if (!moved) return;
      const { order } = editor.store.getState();
      if (order === 'start') return editor.say('Rows stand in order of start; switch that off to reorder layers.');
      place = dropPlace(rows, heightAt(next.clientY));
      setDrop(place && { kind: 'between', top: place.top });
    }, (keep) => {
      setDrop(null);
      if (!keep || !moved || !place) return;
      const { selection } = editor.store.getState();
      const ids = selection.layers.includes(layer.id) ? selection.layers : [layer.id];
      if (editor.do('layers.order', { composition: composition.id, layers: ids, before: place.before })) editor.select({ layers: ids, keys: [], markers: [] });
    }, false);
  };
  const dragLink = (layer: Layer, event: React.PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    let target: string | null = null;
    followPointer(event.currentTarget, event.pointerId, (next) => {
      const row = rowAt(rows, heightAt(next.clientY));
      target = row && row.kind !== 'markers' && row.layer.id !== layer.id ? row.layer.id : null;
      setDrop(target === null ? null : { kind: 'onto', layer: target });
    }, (keep) => {
      setDrop(null);
      if (!keep || target === null) return;
      const state = editor.store.getState();
      const ids = (state.selection.layers.includes(layer.id) ? state.selection.layers : [layer.id]).filter((id) => id !== target);
      editor.do('layers.parent', { composition: composition.id, layers: ids, parent: target, frame: state.frame });
    }, false);
  };
  const menu = (layer: Layer, event: React.MouseEvent) => {
    event.preventDefault();
    if (!chosen.has(layer.id)) editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
    editor.set({ menu: { x: event.clientX, y: event.clientY, under: [], groups: LAYER_MENU } });
  };
  // Rows that stay what they are are not made anew: what they call reaches what is current.
  const latest = useRef<HeadActs>({ choose, drag: dragHead, link: dragLink, menu });
  useLayoutEffect(() => void (latest.current = { choose, drag: dragHead, link: dragLink, menu }));
  const acts = useMemo<HeadActs>(() => ({
    choose: (layer, event) => latest.current.choose(layer, event), drag: (layer, event) => latest.current.drag(layer, event),
    link: (layer, event) => latest.current.link(layer, event), menu: (layer, event) => latest.current.menu(layer, event),
  }), []);
  return (
    <div ref={scroller} onScroll={(event) => onScroll(event.currentTarget.scrollTop)} role="grid" aria-label="Layers" aria-rowcount={rows.length} aria-multiselectable="true" className="relative min-h-0 overflow-x-hidden overflow-y-auto bg-panel">
      <div style={{ height: totalHeight(rows) }} />
      {rows.length === 0 && <p className="px-3 py-3 text-muted">{filtering ? 'No layer is like that.' : 'No layers yet. Drop pictures, or add a shape under the picture.'}</p>}
      {virtual.getVirtualItems().map((item) => {
        const row = rows[item.index];
        if (!row) return null;
        const style = { top: row.top, height: row.height };
        if (row.kind === 'markers') return <div key={item.key} role="row" style={style} className="absolute inset-x-0 flex items-center border-b border-[#262a20] pl-9 text-[12px] text-plum"><span role="gridcell">Markers</span></div>;
        if (row.kind === 'lane') return row.layer.kind === 'nest' ? <LaneHead key={item.key} style={style} layer={row.layer} project={project} composition={composition} /> : null;
        if (row.kind === 'track') return <TrackHead key={item.key} top={row.top} height={row.height} layer={row.layer} track={row.track} project={project} composition={composition} />;
        const { layer } = row;
        const key = foldKey(composition.id, layer.id);
        return (
          <LayerHead
            key={item.key} top={row.top} height={row.height} index={item.index} layer={layer} composition={composition.id} selected={chosen.has(layer.id)} open={unfolded.has(key)} opens={row.opens} lane={lanes.has(key)} renaming={renaming === layer.id}
            follows={layer.parent === null ? null : (member(composition.layers.by, layer.parent)?.name ?? 'a missing layer')} target={drop?.kind === 'onto' && drop.layer === layer.id}
            acts={acts}
          />
        );
      })}
      {drop?.kind === 'between' && <div aria-hidden="true" className="pointer-events-none absolute inset-x-0 z-10 h-0.5 bg-leaf" style={{ top: drop.top - 1 }} />}
    </div>
  );
});

function rowKey(row: Row): string {
  return row.kind === 'markers' ? 'markers' : `${row.kind} ${row.layer.id} ${row.kind === 'track' ? row.track.address : ''}`;
}

type HeadStyle = { readonly top: number; readonly height: number };

function LaneHead({ style, layer, project, composition }: { readonly style: HeadStyle; readonly layer: LayerOf<'nest'>; readonly project: Project; readonly composition: Composition }) {
  const problems = useEditorState((state) => state.problems);
  const source = timingOf(project, composition, layer).source;
  const gap = problems.some((problem) => problem.code === 'seam-gap' && problem.where.composition === composition.id && problem.where.layer === layer.id);
  const editor = useEditor();
  const key = foldKey(composition.id, layer.id);
  const alone = useEditorState((state) => state.laneAlone === key);
  const loops = Object.values(layer.timing.by).some((node) => node.op === 'loop' && !node.off && node.mode === 'repeat');
  return (
    <div role="row" style={style} className="absolute inset-x-0 flex justify-between gap-2 overflow-hidden border-b border-[#262a20] py-2.5 pr-3 pl-9">
      <span role="gridcell" className="min-w-0">
        <span className="flex items-center gap-1">
          Picture time
          <IconButton className="h-5" label={alone ? 'Picture time among the rows again' : 'Picture time over the whole timeline'} hint="Shift+L" onClick={() => editor.set({ laneAlone: alone ? null : key })}>{alone ? <Minimize2 size={12} /> : <Maximize2 size={12} />}</IconButton>
        </span>
        <span className="line-clamp-2 text-[12px] text-muted">{timingWords(layer)}</span>
        {loops && <span className={`block text-[12px] ${gap ? 'text-amber' : 'text-leaf'}`}>{gap ? 'Seam is open' : 'Seam closed'}</span>}
      </span>
      {source && (
        <span aria-hidden="true" className="flex flex-col justify-between">
          {[0.99, 0.5, 0].map((part) => <Thumbnail key={part} composition={layer.source} frame={Math.floor(source.offset + source.D * part)} width={34} height={24} />)}
        </span>
      )}
    </div>
  );
}

const TrackHead = memo(function TrackHead({ top, height, layer, track, project, composition }: HeadStyle & { readonly layer: Layer; readonly track: Track; readonly project: Project; readonly composition: Composition }) {
  const frame = useEditorState((state) => state.frame);
  const peg = usePeg([layer], track.address, { project, composition, frame });
  const value = valueAt(project, composition, layer, track, frame);
  const shown = typeof value === 'number' ? `${showNumber(value)}${track.spec.unit === '°' ? '°' : ` ${track.spec.unit}`}` : typeof value === 'string' ? value : '';
  return (
    <div role="row" style={{ top, height }} className="absolute inset-x-0 flex items-center gap-2 border-b border-[#262a20] pr-1 pl-9 text-[12.5px]">
      <span role="gridcell" className="min-w-0 grow truncate text-muted">{track.spec.label}</span>
      <span role="gridcell" className="max-w-28 truncate font-mono text-[12px] text-amber">{shown}</span>
      <span role="gridcell" className="shrink-0"><PegButton small state={peg.state} label={`${track.spec.label} of ${layer.name}`} onPress={peg.press} onPrevious={peg.previous} onNext={peg.next} disabled={layer.locked} /></span>
    </div>
  );
});
