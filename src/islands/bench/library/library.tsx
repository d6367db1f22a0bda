import { useEffect, useState } from 'react';
import type { Problem } from '../../../core/checks';
import { inOrder, type Composition } from '../../../core/model';
import { framesPerSecond } from '../../../core/time';
import { useEditor, useEditorState } from '../editor/editor-context';
import { Thumbnail } from '../picture/thumbnail';

/** Compositions, media and checks. */
export function Library() {
  const editor = useEditor();
  const project = useEditorState((state) => state.project);
  const open = useEditorState((state) => state.way[state.way.length - 1]!.composition);
  const problems = useEditorState((state) => state.problems);
  const assets = inOrder(project.assets);
  return (
    <aside aria-label="Library" className="flex min-h-0 flex-col gap-4 overflow-y-auto bg-panel px-2 py-3">
      <section>
        <h2 className="px-2 pb-1.5 text-[12px] text-muted">Compositions</h2>
        <ul>
          {inOrder(project.compositions).map((composition) => (
            <li key={composition.id}>
              <button
                type="button"
                aria-current={composition.id === open}
                onClick={() => composition.id !== open && editor.openComposition(composition.id)}
                className={`flex w-full items-center gap-2.5 rounded-md px-2 py-1 text-left ${composition.id === open ? 'bg-raised' : 'hover:bg-raised/60'}`}
              >
                <Thumbnail composition={composition.id} frame={Math.floor(composition.duration / 2)} width={34} height={24} />
                <span className="min-w-0 grow truncate" title={composition.name}>{composition.name}</span>
                <span className="font-mono text-[11.5px] text-muted">{lengthOf(composition)}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      {assets.length > 0 && (
        <section>
          <h2 className="px-2 pb-1.5 text-[12px] text-muted">Media</h2>
          <ul>{assets.map((asset) => <li key={asset.id} className="truncate px-2 py-1">{asset.name}</li>)}</ul>
        </section>
      )}
      <Checks problems={problems} />
    </aside>
  );
}

function Checks({ problems }: { readonly problems: readonly Problem[] }) {
  const editor = useEditor();
  const [all, setAll] = useState(false);
  useEffect(() => setAll(false), [problems.length]);
  const shown = all ? problems : problems.slice(0, 4);
  const go = ({ where }: Problem) => {
    const { way } = editor.store.getState();
    if (way[way.length - 1]!.composition !== where.composition) editor.openComposition(where.composition);
    if (where.layer !== undefined) editor.select({ layers: [where.layer], keys: [], operator: null });
    if (where.frame !== undefined) editor.seek(where.frame);
  };
  return (
    <section>
      <h2 className="px-2 pb-1.5 text-[12px] text-muted">Checks</h2>
      {problems.length === 0 && <p className="flex items-start gap-2 px-2 text-muted"><Dot className="bg-leaf" />Loops close, and no frame is blank.</p>}
      <ul>
        {shown.map((problem, i) => (
          <li key={`${problem.code}${problem.where.layer ?? ''}${i}`}>
            <button type="button" onClick={() => go(problem)} title={problem.fix ?? problem.message} className="flex w-full items-start gap-2 rounded-md px-2 py-1 text-left text-[12.5px] hover:bg-raised/60">
              <Dot className={problem.level === 'error' ? 'bg-rust' : problem.level === 'warning' ? 'bg-amber' : 'bg-muted'} />
              <span className="line-clamp-3">{problem.message}</span>
            </button>
          </li>
        ))}
      </ul>
      {problems.length > 4 && <button type="button" onClick={() => setAll(!all)} className="rounded-md px-2 py-1 text-muted hover:text-paper">{all ? 'Show fewer' : `Show all ${problems.length}`}</button>}
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
