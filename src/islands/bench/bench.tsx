import '../jitless';
import { useEffect, useState } from 'react';
import { Group, Panel as Pane, Separator } from 'react-resizable-panels';
import { readProjectFile, sayIssue } from '../../core/model';
import { openedProject } from '../../wire';
import { Button } from '../../ui';
import { call } from '../call';
import { createEditor, type Editor } from './editor/editor';
import { EditorContext, useEditorState } from './editor/editor-context';
import { openOutbox } from './editor/outbox';
import { keyOf, SHORTCUTS } from './editor/shortcuts';
import { Header } from './header/header';
import { Way } from './header/way';
import { Library } from './library/library';
import { Panel } from './panel/panel';
import { useStaged } from './staged';
import { Picture } from './picture/picture';
import { Trail } from './picture/trail';
import { Transport } from './picture/transport';
import { Timeline } from './timeline/timeline';

type Opening = { readonly kind: 'opening' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'open'; readonly editor: Editor };

/** The Bench: key and time. Opens the project and hands it to its parts. */
export default function Bench({ projectId }: { readonly projectId: string }) {
  const [opening, setOpening] = useState<Opening>({ kind: 'opening' });
  useEffect(() => {
    let editor: Editor | null = null;
    let gone = false;
    void openProject(projectId).then((next) => {
      if (next.kind === 'open') {
        if (gone) return next.editor.close();
        editor = next.editor;
      }
      setOpening(next);
    });
    return () => {
      gone = true;
      editor?.close();
    };
  }, [projectId]);
  if (opening.kind === 'opening') return <p className="p-6 text-muted" role="status">Opening the project …</p>;
  if (opening.kind === 'failed') {
    return (
      <div className="grid h-full place-content-center gap-4 text-center">
        <p className="max-w-96">{opening.message}</p>
        <p><Button onClick={() => window.location.assign('/')}>All projects</Button></p>
      </div>
    );
  }
  return (
    <EditorContext value={opening.editor}>
      <Desk editor={opening.editor} />
    </EditorContext>
  );
}

async function openProject(projectId: string): Promise<Opening> {
  const answer = await call(openedProject, `/api/projects/${encodeURIComponent(projectId)}`);
  if (answer.kind === 'unreachable') return { kind: 'failed', message: 'The server does not answer. Start it with npm start, then reload this page.' };
  if (answer.kind === 'refused') return { kind: 'failed', message: answer.message };
  const read = readProjectFile(answer.value.file);
  if (!read.ok) return { kind: 'failed', message: read.issues.map(sayIssue).join(' ') };
  const outbox = await openOutbox();
  return { kind: 'open', editor: createEditor(projectId, read.value, answer.value.revision, outbox, await outbox.waiting(projectId)) };
}

function Desk({ editor }: { readonly editor: Editor }) {
  const message = useEditorState((state) => state.message);
  const stage = useStaged(4);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      // A window over the page has the keyboard; the Esc that closes it is its own as well.
      if (event.defaultPrevented || document.querySelector('[role=dialog]')) return;
      // What is typed belongs to its field; a field where nothing is typed yet leaves Ctrl+Z to the Bench.
      const field = target.closest('input, select, textarea, [contenteditable], [role=menu]');
      if (field && !(event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey) && field.hasAttribute('data-untouched'))) return;
      const shortcut = SHORTCUTS.find(({ keys }) => keys === keyOf(event));
      // Space and Enter on a focused button are the button's own.
      if (!shortcut || ((event.key === ' ' || event.key === 'Enter') && target.closest('button, a'))) return;
      event.preventDefault();
      shortcut.run(editor);
    };
    // A button that was pressed with the pointer lets go of the keyboard, so that Space plays and Enter opens.
    const onClick = (event: MouseEvent) => {
      const focused = document.activeElement;
      if (event.detail > 0 && focused instanceof HTMLButtonElement && !focused.closest('[role=dialog], [role=menu]') && focused.getAttribute('aria-haspopup') === null) focused.blur();
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('click', onClick);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('click', onClick);
    };
  }, [editor]);
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <Header />
      <Group orientation="vertical" className="min-h-0">
        <Pane defaultSize="56%" minSize="30%">
          <main className="grid h-full min-h-0 grid-cols-[200px_minmax(0,1fr)_420px] gap-px">
            {stage >= 3 ? <Library /> : <div className="bg-panel" />}
            <div className="flex min-h-0 min-w-0 flex-col bg-ground">
              <Way />
              <Picture />
              <Trail />
              <Transport />
            </div>
            <aside aria-label="Layer panel" className="min-h-0 overflow-y-auto bg-panel">{stage >= 4 && <Panel />}</aside>
          </main>
        </Pane>
        <Separator className="h-1 bg-deep outline-none hover:bg-line data-[separator=active]:bg-leaf" aria-label="Height of the timeline" />
        <Pane minSize="18%">{stage >= 2 && <Timeline />}</Pane>
      </Group>
      {message && (
        <p role={message.bad ? 'alert' : 'status'} className={`fixed bottom-3 left-1/2 z-30 max-w-[70vw] -translate-x-1/2 rounded-lg bg-deep px-3.5 py-2 shadow-2xl ring-1 ${message.bad ? 'text-paper ring-rust' : 'ring-line'}`}>{message.text}</p>
      )}
    </div>
  );
}
