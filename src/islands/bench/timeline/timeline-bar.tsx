import { memo } from 'react';
import { ArrowDownNarrowWide, ChevronLeft, ChevronRight, Maximize2, Search, X, ZoomIn, ZoomOut } from 'lucide-react';
import { IconButton } from '../../../ui';
import { ActionButton } from '../action-button';
import { actionOf, keysFor, pressWords, runAction } from '../editor/actions';
import { useEditor, useEditorState } from '../editor/editor-context';
import { ticksOf } from '../editor/problems';

const FILTERS = { all: 'All rows', selected: 'Selected', keyed: 'With keys', nests: 'Nests' } as const;
const TAKES = { pegs: 'pegs', bars: 'bars', both: 'pegs and bars' } as const;

/** Which rows are shown, and the switches that say what a drag takes along. */
export const TimelineBar = memo(function TimelineBar() {
  const editor = useEditor();
  const search = useEditorState((state) => state.search);
  const filter = useEditorState((state) => state.filter);
  const order = useEditorState((state) => state.order);
  const between = useEditorState((state) => state.settings.betweenFrames);
  const takes = useEditorState((state) => state.settings.marqueeTakes);
  return (
    <div role="toolbar" aria-label="Timeline" className="col-span-2 flex h-8 items-center gap-1 border-b border-deep bg-panel pr-2 pl-2">
      <span className="relative flex w-[168px] items-center">
        <Search size={12} aria-hidden="true" className="absolute left-2 text-muted" />
        <input aria-label="Search layers" value={search} placeholder="Search layers" onChange={(event) => editor.set({ search: event.target.value })} onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Escape') { editor.set({ search: '' }); event.currentTarget.blur(); } }} className="h-6 w-full rounded-md bg-raised pr-6 pl-6.5 text-[12.5px] placeholder:text-muted" />
        {search !== '' && <button type="button" aria-label="Clear the search" onClick={() => editor.set({ search: '' })} className="absolute right-1 grid size-[16px] place-items-center rounded text-muted hover:text-paper"><X size={12} /></button>}
      </span>
      <ActionButton label="Which rows are shown" groups={[['view.filter-all', 'view.filter-selected', 'view.filter-keyed', 'view.filter-nests'], ['view.unfold-all', 'view.fold-all'], ['view.nestled', 'view.by-start']]} className="h-6 text-muted">{FILTERS[filter]}</ActionButton>
      <IconButton className={`h-6 ${order === 'start' ? 'text-leaf' : ''}`} pressed={order === 'start'} label="Rows in order of start" onClick={() => runAction(editor, 'view.by-start')}><ArrowDownNarrowWide size={14} /></IconButton>
      <span aria-hidden="true" className="mx-2 h-4 w-px bg-line" />
      <Switch name="snap" label="Snap" about="Drags catch keys, ends, markers, beats and the playhead. Alt lets go of it for a drag." />
      <Switch name="ripple" label="Ripple" about="What comes later moves along." />
      <Switch name="together" label="Together" about="Ends, keys and markers at the same moment on other layers move along." />
      {between && <button type="button" aria-pressed title="Beats are met where they fall, between frames too: press to land on the nearest frame" onClick={() => runAction(editor, 'time.between')} className="h-6 rounded-full bg-leaf/20 px-2.5 text-[12px] whitespace-nowrap text-leaf ring-1 ring-leaf/60 ring-inset">Between frames</button>}
      <ActionButton label="What a marquee takes" groups={[['time.takes-pegs', 'time.takes-bars', 'time.takes-both']]} className="h-6 text-muted">Marquee: {TAKES[takes]}</ActionButton>
      <span aria-hidden="true" className="mx-2 h-4 w-px bg-line" />
      <IconButton className="h-6" label="Farther in time" hint="Shift+N" onClick={() => runAction(editor, 'view.farther')}><ZoomOut size={14} /></IconButton>
      <IconButton className="h-6" label="Nearer in time" hint="N, or Ctrl+wheel" onClick={() => runAction(editor, 'view.closer')}><ZoomIn size={14} /></IconButton>
      <IconButton className="h-6" label="Show the whole composition" hint="W" onClick={() => runAction(editor, 'view.whole')}><Maximize2 size={13} /></IconButton>
      <Problems />
    </div>
  );
});

/** How many problems have a tick on the ruler, and the way from one to the next. */
function Problems() {
  const editor = useEditor();
  const problems = useEditorState((state) => state.problems);
  const way = useEditorState((state) => state.way);
  const ticks = ticksOf({ problems, way, project: editor.store.getState().project });
  if (ticks.length === 0) return null;
  return (
    <span role="group" aria-label="Problems on the ruler" className="ml-3 flex items-center text-[12px] text-amber">
      <IconButton className="h-6" label="The problem before" onClick={() => runAction(editor, 'time.problem-before')}><ChevronLeft size={14} /></IconButton>
      <span className="whitespace-nowrap">{ticks.length} {ticks.length === 1 ? 'problem' : 'problems'}</span>
      <IconButton className="h-6" label="The next problem" onClick={() => runAction(editor, 'time.next-problem')}><ChevronRight size={14} /></IconButton>
    </span>
  );
}

function Switch({ name, label, about }: { readonly name: 'snap' | 'ripple' | 'together'; readonly label: string; readonly about: string }) {
  const editor = useEditor();
  const settings = useEditorState((state) => state.settings);
  const action = actionOf(`time.${name}`);
  const [key] = keysFor(action, settings);
  return (
    <button type="button" aria-pressed={settings[name]} title={`${about}${key ? ` (${pressWords(key)}; held, only while it is held)` : ''}`} onClick={() => runAction(editor, action.id)} className={`h-6 rounded-full px-2.5 text-[12px] ${settings[name] ? 'bg-leaf/20 text-leaf ring-1 ring-leaf/60 ring-inset' : 'text-muted hover:bg-raised hover:text-paper'}`}>
      {label}
    </button>
  );
}
