import { useVirtualizer } from '@tanstack/react-virtual';
import { Activity, ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen } from 'lucide-react';
import { useEffect, useRef, type RefObject } from 'react';
import { setLayerField } from '../../../core/commands';
import { keyTimeAt, sampleChannel, timingOf } from '../../../core/evaluate';
import type { Composition, FoundChannel, Layer, Project } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { foldKey } from '../editor/state';
import { Thumbnail } from '../picture/thumbnail';
import { showNumber } from '../panel/read-number';
import { LABELS } from './inks';
import { timingWords, totalHeight, type Row } from './rows';

type Props = { readonly rows: readonly Row[]; readonly project: Project; readonly composition: Composition; readonly scroller: RefObject<HTMLDivElement | null>; readonly onScroll: (top: number) => void };

/** Names and values at the left of the tracks: only the rows in sight are in the page. */
export function Heads({ rows, project, composition, scroller, onScroll }: Props) {
  const editor = useEditor();
  const selected = useEditorState((state) => state.selection.layers);
  const unfolded = useEditorState((state) => state.unfolded);
  const lanes = useEditorState((state) => state.lanes);
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: (i) => rows[i]!.height, overscan: 4, getItemKey: (i) => rowKey(rows[i]!) });
  // Heights change when rows fold; the virtual list measures once unless it is told.
  useEffect(() => virtual.measure(), [virtual, rows]);
  const anchor = useRef<string | null>(null);

  const choose = (layer: Layer, event: { readonly shiftKey: boolean; readonly ctrlKey: boolean; readonly metaKey: boolean }) => {
    const now = editor.store.getState().selection.layers;
    if (event.shiftKey && anchor.current !== null) {
      const ids = composition.layers.order;
      const [a, b] = [ids.indexOf(anchor.current), ids.indexOf(layer.id)];
      return editor.select({ layers: ids.slice(Math.min(a, b), Math.max(a, b) + 1), keys: [], operator: null });
    }
    anchor.current = layer.id;
    if (event.ctrlKey || event.metaKey) return editor.select({ layers: now.includes(layer.id) ? now.filter((id) => id !== layer.id) : [...now, layer.id] });
    editor.select({ layers: [layer.id], keys: [], operator: null });
  };
  const flip = (which: 'unfolded' | 'lanes', layer: Layer) => {
    const key = foldKey(composition.id, layer.id);
    const next = new Set(editor.store.getState()[which]);
    if (!next.delete(key)) next.add(key);
    editor.store.setState({ [which]: next });
  };
  return (
    <div ref={scroller} onScroll={(event) => onScroll(event.currentTarget.scrollTop)} role="grid" aria-label="Layers" aria-rowcount={rows.length} className="relative min-h-0 overflow-x-hidden overflow-y-auto bg-panel">
      <div style={{ height: totalHeight(rows) }} />
      {virtual.getVirtualItems().map((item) => {
        const row = rows[item.index];
        if (!row) return null;
        const style = { top: row.top, height: row.height };
        const isSelected = selected.includes(row.layer.id);
        if (row.kind === 'lane') return <LaneHead key={item.key} style={style} row={row} project={project} composition={composition} />;
        if (row.kind === 'channel') return <ChannelHead key={item.key} style={style} layer={row.layer} found={row.found} project={project} composition={composition} />;
        const key = foldKey(composition.id, row.layer.id);
        return (
          <div key={item.key} role="row" aria-rowindex={item.index + 1} aria-selected={isSelected} style={style} className={`group absolute inset-x-0 flex items-center gap-1 border-b border-[#262a20] pr-1.5 pl-1 ${isSelected ? 'bg-[#232a1b]' : ''}`}>
            <span role="gridcell" className="flex min-w-0 grow items-center gap-1">
              {row.opens ? (
                <button type="button" aria-label={`${unfolded.has(key) ? 'Fold' : 'Unfold'} ${row.layer.name}`} aria-expanded={unfolded.has(key)} onClick={() => flip('unfolded', row.layer)} className="grid size-5 shrink-0 place-items-center rounded text-muted hover:bg-raised hover:text-paper">
                  {unfolded.has(key) ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
                </button>
              ) : <span className="w-5 shrink-0" />}
              <span aria-hidden="true" className="h-3 w-1 shrink-0 rounded-sm" style={{ background: LABELS[row.layer.colour ?? (row.layer.kind === 'nest' ? 0 : 5)] }} />
              <button type="button" onClick={(event) => choose(row.layer, event)} onDoubleClick={() => editor.openNest(row.layer.id)} title={row.layer.kind === 'nest' ? `${row.layer.name}: double-click to open` : row.layer.name} className={`min-w-0 grow truncate rounded px-1 py-0.5 text-left ${row.layer.visible ? '' : 'text-muted line-through'} ${isSelected ? 'font-medium' : ''}`}>
                {row.layer.name}
              </button>
            </span>
            {row.layer.kind === 'nest' && (
              <Toggle label={`Picture time of ${row.layer.name}`} pressed={lanes.has(key)} onPress={() => flip('lanes', row.layer)}><Activity size={13} /></Toggle>
            )}
            <Toggle label={row.layer.locked ? `Unlock ${row.layer.name}` : `Lock ${row.layer.name}`} pressed={row.layer.locked} quiet onPress={() => editor.run(setLayerField(editor.store.getState().project, composition.id, [row.layer.id], 'locked', !row.layer.locked))}>{row.layer.locked ? <Lock size={12} /> : <LockOpen size={12} />}</Toggle>
            <Toggle label={row.layer.visible ? `Hide ${row.layer.name}` : `Show ${row.layer.name}`} pressed={!row.layer.visible} quiet onPress={() => editor.run(setLayerField(editor.store.getState().project, composition.id, [row.layer.id], 'visible', !row.layer.visible))}>{row.layer.visible ? <Eye size={13} /> : <EyeOff size={13} />}</Toggle>
          </div>
        );
      })}
    </div>
  );
}

function rowKey(row: Row): string {
  return `${row.kind} ${row.layer.id} ${row.kind === 'channel' ? row.found.name : ''}`;
}

/** A small switch of a row; a quiet one shows itself when it is on, or when the row is pointed at. */
function Toggle({ label, pressed, quiet, onPress, children }: { readonly label: string; readonly pressed: boolean; readonly quiet?: boolean; readonly onPress: () => void; readonly children: React.ReactNode }) {
  return (
    <button type="button" aria-label={label} aria-pressed={pressed} title={label} onClick={onPress} className={`grid size-5 shrink-0 place-items-center rounded hover:bg-raised ${pressed ? 'text-leaf' : 'text-muted'} ${quiet && !pressed ? 'opacity-0 group-hover:opacity-100 focus-visible:opacity-100' : ''}`}>
      {children}
    </button>
  );
}

type HeadStyle = { readonly top: number; readonly height: number };

function LaneHead({ style, row, project, composition }: { readonly style: HeadStyle; readonly row: Row; readonly project: Project; readonly composition: Composition }) {
  const problems = useEditorState((state) => state.problems);
  const { layer } = row;
  const source = timingOf(project, composition, layer).source;
  const gap = problems.some((problem) => problem.code === 'seam-gap' && problem.where.composition === composition.id && problem.where.layer === layer.id);
  const loops = Object.values(layer.timing.by).some((node) => node.op === 'loop' && !node.off && node.mode === 'repeat');
  return (
    <div role="row" style={style} className="absolute inset-x-0 flex justify-between gap-2 overflow-hidden border-b border-[#262a20] py-2.5 pr-3 pl-9">
      <span role="gridcell" className="min-w-0">
        <span className="block">Picture time</span>
        <span className="line-clamp-2 text-[12px] text-muted">{timingWords(layer)}</span>
        {loops && <span className={`block text-[12px] ${gap ? 'text-amber' : 'text-leaf'}`}>{gap ? 'Seam is open' : 'Seam closed'}</span>}
      </span>
      {source && layer.kind === 'nest' && (
        <span aria-hidden="true" className="flex flex-col justify-between">
          {[0.99, 0.5, 0].map((part) => <Thumbnail key={part} composition={layer.source} frame={Math.floor(source.offset + source.D * part)} width={34} height={24} />)}
        </span>
      )}
    </div>
  );
}

function ChannelHead({ style, layer, found, project, composition }: { readonly style: HeadStyle; readonly layer: Layer; readonly found: FoundChannel; readonly project: Project; readonly composition: Composition }) {
  const frame = useEditorState((state) => state.frame);
  const value = sampleChannel(found.channel, found.spec, keyTimeAt(project, composition, layer, frame));
  const shown = typeof value === 'number' ? `${showNumber(value)}${found.spec.unit === '°' ? '°' : ` ${found.spec.unit}`}` : typeof value === 'string' ? value : '';
  return (
    <div role="row" style={style} className="absolute inset-x-0 flex items-center gap-2 border-b border-[#262a20] pr-3 pl-9 text-[12.5px]">
      <span role="gridcell" className="min-w-0 grow truncate text-muted">{found.spec.label}</span>
      <span role="gridcell" className="max-w-28 truncate font-mono text-[12px] text-amber">{shown}</span>
    </div>
  );
}
