import { Plus } from 'lucide-react';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Problem } from '../../../core/checks';
import { inOrder, type Composition } from '../../../core/model';
import { framesPerSecond } from '../../../core/time';
import { IconButton, InPlace } from '../../../ui';
import { runAction } from '../editor/actions';
import { mendProblem, showProblem, showsMend } from '../editor/problems';
import { useEditor, useEditorState } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { Thumbnail } from '../picture/thumbnail';
import { dragComposition, type Dragged } from './drag-composition';
import { LongList } from './long-list';
import { MediaList } from './media-list';
import { SectionHead } from './section-head';
import { placeComposition } from './place-composition';

/** Compositions, media and checks. */
export function Library() {
  const editor = useEditor();
  const project = useEditorState((state) => state.project);
  const open = useEditorState((state) => state.way[state.way.length - 1]!.composition);
  const problems = useEditorState((state) => state.problems);
  const missing = useEditorState((state) => state.missing);
  const [scroller, media, checks] = [useRef<HTMLDivElement>(null), useRef<HTMLDivElement>(null), useRef<HTMLDivElement>(null)];
  const [dragged, setDragged] = useState<Dragged>(null);
  const [renaming, setRenaming] = useState<string | null>(null);
  /** What can be done with a composition from where it stands; the open one stays open. */
  const menuOf = (composition: Composition, { clientX, clientY }: { readonly clientX: number; readonly clientY: number }) => {
    const { id, name } = composition;
    const entries = [
      ...(id === open ? [] : [{ label: 'Use here', run: () => placeComposition(editor, composition) }, { label: 'Open', run: () => editor.openComposition(id) }]),
      { label: 'Rename', run: () => setRenaming(id) },
      { label: 'Duplicate', run: () => { const copy = freshId(); if (editor.do('composition.duplicate', { composition: id, ids: [copy] })) editor.say(`A copy of ${name} stands in the list.`); } },
      ...(project.main === id ? [] : [{ label: 'Make it the film', run: () => void editor.do('project.main', { composition: id }) }]),
      { label: 'Delete', run: () => void editor.do('composition.delete', { composition: id }) },
    ];
    editor.set({ menu: { x: clientX, y: clientY, under: [], groups: [['project.composition']], entries } });
  };
  return (
    <aside aria-label="Library" className="flex h-full min-h-0 flex-col bg-panel">
      <div ref={scroller} className="flex min-h-0 grow flex-col gap-4 overflow-x-hidden overflow-y-auto px-2 py-3">
        <section>
          <SectionHead title="Compositions"><IconButton className="h-5" label="New composition" onClick={() => runAction(editor, 'project.composition')}><Plus size={14} /></IconButton></SectionHead>
          <LongList items={inOrder(project.compositions)} keyOf={({ id }) => id} height={31} scroller={scroller}>
            {(composition, key, place) => (
              <li key={key} {...place} className={`group ${place.style ? '' : 'relative'} flex items-center gap-2 rounded-md py-1 pr-1.5 pl-2 ${composition.id === open ? 'bg-raised' : 'hover:bg-raised/60'}`}
                onPointerDown={(event) => composition.id !== open && dragComposition(editor, composition, event, setDragged)}
                onContextMenu={(event) => { event.preventDefault(); menuOf(composition, event); }}>
                <button type="button" tabIndex={-1} aria-hidden="true" title={`Open ${composition.name}`} onClick={() => composition.id !== open && editor.openComposition(composition.id)} className="shrink-0"><Thumbnail composition={composition.id} frame={Math.floor(composition.duration / 2)} width={34} height={24} /></button>
                <span className="min-w-0 grow" aria-current={composition.id === open}>
                  <InPlace label={`Name of ${composition.name}`} value={composition.name} editing={renaming === composition.id} onDone={() => setRenaming(null)} title={`${composition.name}${project.main === composition.id ? ', the film' : ''}: click to open, double-click to rename, drag it onto the picture or the rows`} onPick={() => composition.id !== open && editor.openComposition(composition.id)} onSet={(name) => editor.do('composition.set', { composition: composition.id, fields: { name } })} />
                </span>
                <span className={`shrink-0 whitespace-nowrap font-mono text-[11.5px] text-muted ${composition.id === open ? '' : 'group-focus-within:hidden group-hover:hidden'}`}>{lengthOf(composition)}</span>
                {composition.id !== open && (
                  <button type="button" aria-label={`Use ${composition.name} as a layer here`} title={`Use ${composition.name} as a layer here`} onClick={() => placeComposition(editor, composition)} className="hidden size-5 place-items-center rounded text-muted group-focus-within:grid group-hover:grid hover:bg-lifted hover:text-paper"><Plus size={14} /></button>
                )}
              </li>
            )}
          </LongList>
        </section>
      </div>
      {/* However many compositions there are, three rows of media stay in sight. */}
      <div ref={media} className={`max-h-[38%] shrink-0 overflow-x-hidden overflow-y-auto border-t border-line px-2 py-2 ${project.assets.order.length > 2 ? 'min-h-[134px]' : ''}`}>
        <MediaList scroller={media} />
      </div>
      {/* What is wrong is seen however long the lists above are. */}
      <div ref={checks} className="max-h-[36%] shrink-0 overflow-x-hidden overflow-y-auto border-t border-line px-2 py-2">
        <Checks problems={problems} missing={missing.size} scroller={checks} />
      </div>
      {dragged && <output className="pointer-events-none fixed z-40 rounded-md bg-deep/95 px-2 py-1 text-[12.5px] whitespace-nowrap ring-1 ring-leaf" style={{ left: Math.min(dragged.x + 14, window.innerWidth - 260), top: dragged.y + 12 }}>{dragged.words}</output>}
    </aside>
  );
}

function Checks({ problems, missing, scroller }: { readonly problems: readonly Problem[]; readonly missing: number; readonly scroller: RefObject<HTMLElement | null> }) {
  const editor = useEditor();
  const [all, setAll] = useState(false);
  useEffect(() => setAll(false), [problems.length]);
  const shown = all ? problems : problems.slice(0, 4);
  return (
    <section data-checks>
      <SectionHead title="Checks" />
      {problems.length === 0 && <p className="flex items-start gap-2 px-2 text-muted"><Dot className={missing > 0 ? 'bg-rust' : 'bg-leaf'} />{missing > 0 ? `${missing} ${missing === 1 ? 'file is' : 'files are'} missing.` : 'Loops close, and no frame is blank.'}</p>}
      <LongList items={shown} keyOf={(problem, i) => `${problem.code}${problem.where.layer ?? ''}${i}`} height={76} scroller={scroller}>
        {(problem, key, place) => (
          <li key={key} {...place} className="rounded-md hover:bg-raised/60">
            <button type="button" onClick={() => showProblem(editor, problem)} title={problem.fix ?? problem.message} className="flex w-full items-start gap-2 rounded-md px-2 py-1 text-left text-[12.5px]">
              <Dot className={problem.level === 'error' ? 'bg-rust' : problem.level === 'warning' ? 'bg-amber' : 'bg-muted'} />
              <span className="min-w-0 break-words">{problem.message}</span>
            </button>
            {problem.mend && <button type="button" onClick={() => mendProblem(editor, problem)} {...showsMend(editor, problem)} aria-label={`Mend: ${problem.message}`} title={problem.fix ?? 'Does the edit that mends it'} className="mb-1.5 ml-6 block rounded-md bg-raised px-2 py-0.5 text-[12px] text-leaf hover:bg-lifted">Mend</button>}
          </li>
        )}
      </LongList>
      {problems.length > 4 && <button type="button" aria-expanded={all} onClick={() => setAll(!all)} className="rounded-md px-2 py-1 text-muted hover:text-paper">{all ? 'Show fewer' : `Show all ${problems.length}`}</button>}
    </section>
  );
}

function Dot({ className }: { readonly className: string }) {
  return <span aria-hidden="true" className={`mt-1.5 size-2 shrink-0 rounded-full ${className}`} />;
}

function lengthOf({ duration, rate }: Composition): string {
  const seconds = duration / framesPerSecond(rate);
  return seconds < 2 ? `${duration} f` : `${Math.round(seconds * 10) / 10} s`;
}
