import { lazy, Suspense, useEffect, useMemo, useRef, useState, type ComponentType } from 'react';
import { isMissingMedia } from '../../wire/answers';
import { Columns } from '../../ui/columns';
import { Split } from '../../ui/split';
import { call } from '../call';
import { takeWaitingMedia } from '../home/waiting-media';
import { followRetiming } from './editor/after-retiming';
import type { Editor } from './editor/editor';
import { useEditorState } from './editor/editor-context';
import { Header } from './header/header';
import { Way } from './header/way';
import { useKeyboard } from './keyboard';
import { bringMedia } from './library/bring-media';
import { useStaged } from './staged';
import { usePart } from './use-part';
import { Messages } from './messages';
import { Picture } from './picture/picture';
import { Trail } from './picture/trail';
import { Transport } from './picture/transport';

// Windows that are seldom open come when they are asked for.
const ActionMenu = lazy(() => import('./action-menu').then((part) => ({ default: part.ActionMenu })));
const Dialogs = lazy(() => import('./dialogs').then((part) => ({ default: part.Dialogs })));
// The parts of the Bench come one after another, so that none of them holds the page up alone.
const timeline = import('./timeline/timeline').then((part) => part.Timeline);
const library = import('./library/library').then((part) => part.Library);
const panel = import('./panel/panel').then((part) => part.Panel);
// What stands already is left alone when the next part comes: the same element is not drawn again.
const HEADER = <Header />;
const MIDDLE = <><Way /><Picture /><Messages /><Trail /><Transport /></>;

/** A part by itself: drawn once it is there and its turn has come, and not again because another one came. */
function useStanding(coming: Promise<ComponentType>, turn: boolean) {
  const Part = usePart(coming);
  return useMemo(() => (turn && Part ? <Part /> : null), [turn, Part]);
}

/** Looks which media have no file, whenever media come or go; the server knows of them once they are saved. */
function useMissing(editor: Editor): void {
  const assets = useEditorState((state) => state.project.assets);
  const saved = useEditorState((state) => state.saved.kind === 'saved');
  const projectId = useEditorState((state) => state.projectId);
  const asked = useRef<unknown>(null);
  useEffect(() => {
    if (assets.order.length === 0 || !saved || asked.current === assets) return;
    asked.current = assets;
    void call(isMissingMedia, `/api/projects/${encodeURIComponent(projectId)}/missing`).then((answer) => answer.kind === 'answer' && editor.set({ missing: new Set(answer.value.missing) }));
  }, [editor, assets, saved, projectId]);
}

/** The whole Bench over an open project: picture, library and panel above, timeline below. */
export function Desk({ editor }: { readonly editor: Editor }) {
  const dialog = useEditorState((state) => state.dialog);
  const menu = useEditorState((state) => state.menu);
  const [dropping, setDropping] = useState(false);
  const stage = useStaged(5);
  const [below, right, left] = [useStanding(timeline, stage >= 3), useStanding(panel, stage >= 4), useStanding(library, stage >= 5)];
  useEffect(() => { if (left) editor.set({ stands: true }); }, [editor, left]);
  useKeyboard(editor);
  useMissing(editor);
  useEffect(() => followRetiming(editor), [editor]);
  // A project begun from pictures finds them waiting.
  useEffect(() => { void takeWaitingMedia(editor.store.getState().projectId).then((files) => bringMedia(editor, files, { layers: true })); }, [editor]);
  const isFiles = (event: React.DragEvent) => event.dataTransfer.types.includes('Files');
  return (
    <div
      className="grid h-full grid-rows-[auto_minmax(0,1fr)] select-none"
      onDragOver={(event) => { if (isFiles(event)) { event.preventDefault(); setDropping(true); } }}
      onDragLeave={(event) => !event.currentTarget.contains(event.relatedTarget as Node | null) && setDropping(false)}
      onDrop={(event) => { if (!isFiles(event)) return; event.preventDefault(); setDropping(false); void bringMedia(editor, [...event.dataTransfer.files], { layers: true }); }}
    >
      {stage >= 2 ? HEADER : <div className="h-11" />}
      <Split
        label="Height of the timeline" start={56} least={30} most={82}
        upper={
          <main className="h-full min-h-0">
            <Columns name="bench" columns={[
              { id: 'library', label: 'the library', start: 200, least: 150, children: left ?? <div className="h-full bg-panel" /> },
              { id: 'picture', label: 'the picture', least: 300, children: (
                <div className="flex h-full min-h-0 min-w-0 flex-col bg-ground">
                  {MIDDLE}
                </div>
              ) },
              { id: 'panel', label: 'the panel', start: 460, least: 260, children: <aside aria-label="Layer panel" className="h-full min-h-0 overflow-x-hidden overflow-y-auto bg-panel">{right}</aside> },
            ]} />
          </main>
        }
        lower={below}
      />
      {menu && <Suspense><ActionMenu /></Suspense>}
      {dialog && <Suspense><Dialogs /></Suspense>}
      {dropping && <p className="pointer-events-none fixed inset-3 z-40 grid place-content-center rounded-xl border-2 border-dashed border-leaf bg-deep/80 text-[15px]">Let go to bring these files in as layers</p>}
    </div>
  );
}
