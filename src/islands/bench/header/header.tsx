import { Download, Film, Keyboard, Redo2, Undo2 } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Acorn, Button, IconButton } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { SaveState } from '../editor/keeping';
import { ShortcutList } from './shortcut-list';

// Film making is heavy and seldom: it comes when it is asked for.
const RenderDialog = lazy(() => import('../render/render-dialog').then((part) => ({ default: part.RenderDialog })));

/** Project name, undo and redo with what they would do, whether all is saved, and the film. */
export function Header() {
  const editor = useEditor();
  const name = useEditorState((state) => state.project.name);
  const projectId = useEditorState((state) => state.projectId);
  const saved = useEditorState((state) => state.saved);
  const { done, undone } = useEditorState((state) => state.history);
  const [rendering, setRendering] = useState(false);
  return (
    <header className="flex h-11 items-center gap-3 bg-ground px-3">
      <a href="/" className="flex items-center gap-2.5 rounded-md px-1 py-1 hover:bg-raised" title="All projects">
        <Acorn size={24} />
        <h1 className="font-title text-[15px] font-semibold">{name}</h1>
      </a>
      <div className="flex">
        <IconButton label={done.length > 0 ? `Undo ${done[done.length - 1]!.label}` : 'Nothing to undo'} hint="Ctrl+Z" disabled={done.length === 0} onClick={editor.undo}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton label={undone.length > 0 ? `Redo ${undone[undone.length - 1]!.label}` : 'Nothing to redo'} hint="Ctrl+Shift+Z" disabled={undone.length === 0} onClick={editor.redo}>
          <Redo2 size={15} />
        </IconButton>
      </div>
      <span role="status" aria-label="Saved state" data-saved={saved.kind} className={saved.kind === 'offline' ? 'text-rust' : 'text-muted'}>{saveWords(saved)}</span>
      <span className="grow" />
      <IconButton label="All shortcuts" hint="?" onClick={() => editor.store.setState({ listing: true })}><Keyboard size={16} /></IconButton>
      <a href={`/api/projects/${encodeURIComponent(projectId)}/file`} download className="inline-flex h-7 items-center gap-1.5 rounded-md px-3 text-[12.5px] hover:bg-raised" title="The project as a file to keep (.oak.json)">
        <Download size={14} aria-hidden="true" /> Project file
      </a>
      <Button tone="strong" onClick={() => setRendering(true)}>
        <Film size={14} aria-hidden="true" /> Render
      </Button>
      <ShortcutList />
      {rendering && <Suspense><RenderDialog onClose={() => setRendering(false)} /></Suspense>}
    </header>
  );
}

function saveWords(saved: SaveState): string {
  switch (saved.kind) {
    case 'saved': return 'All changes saved';
    case 'saving': return 'Saving …';
    case 'offline': return `The server is away: ${saved.waiting} ${saved.waiting === 1 ? 'change waits' : 'changes wait'} in this browser`;
  }
}
