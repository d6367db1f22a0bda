import { CircleAlert, CircleHelp, Download, Film, Redo2, Search, Undo2 } from 'lucide-react';
import { Acorn, Button, IconButton, InPlace, Menu } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { SaveState } from '../editor/keeping';
import { DoneList } from './done-list';
import { SaidList } from './said-list';

/** Project name, undo and redo with what they would do, whether all is saved, finding an action, and the film. */
export function Header() {
  const editor = useEditor();
  const name = useEditorState((state) => state.project.name);
  const projectId = useEditorState((state) => state.projectId);
  const saved = useEditorState((state) => state.saved);
  const asides = useEditorState((state) => state.asides.length);
  const keeps = useEditorState((state) => state.keeps);
  const { done, undone } = useEditorState((state) => state.history);
  const file = (query: string) => window.location.assign(`/api/projects/${encodeURIComponent(projectId)}/file${query}`);
  return (
    <header className="flex h-11 items-center gap-3 bg-ground px-3">
      <a href="/" className="flex items-center rounded-md px-1 py-1 hover:bg-raised" title="All projects" aria-label="All projects"><Acorn size={24} /></a>
      <h1 className="max-w-72 min-w-0 font-title text-[15px] font-semibold">
        <InPlace label="Project name" value={name} onSet={(next) => editor.do('project.rename', { name: next })} />
      </h1>
      <div className="flex">
        <IconButton label={done.length > 0 ? `Undo ${done[done.length - 1]!.label}` : 'Nothing to undo'} hint="Ctrl+Z" disabled={done.length === 0} onClick={editor.undo}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton label={undone.length > 0 ? `Redo ${undone[undone.length - 1]!.change.label}` : 'Nothing to redo'} hint="Ctrl+Shift+Z" disabled={undone.length === 0} onClick={editor.redo}>
          <Redo2 size={15} />
        </IconButton>
        <DoneList />
      </div>
      <span role="status" aria-label="Saved state" data-saved={saved.kind} className={`min-w-0 truncate ${saved.kind === 'offline' || saved.kind === 'reload' ? 'text-rust' : 'text-muted'}`} title={'message' in saved ? saved.message ?? undefined : undefined}>{saveWords(saved, keeps)}</span>
      <SaidList />
      {saved.kind === 'reload' && <Button onClick={() => window.location.reload()}>Reload</Button>}
      {asides > 0 && <Button onClick={() => editor.set({ dialog: { kind: 'aside' } })}><CircleAlert size={13} aria-hidden="true" className="text-rust" /> {asides} set aside</Button>}
      <span className="grow" />
      <button type="button" onClick={() => editor.set({ dialog: { kind: 'find' } })} className="flex h-7 w-52 items-center gap-2 rounded-full bg-raised px-3 text-left text-muted hover:bg-lifted">
        <Search size={13} aria-hidden="true" /><span className="grow">Find an action</span><kbd className="font-mono text-[11.5px]">Ctrl K</kbd>
      </button>
      <IconButton label="Help" hint="F1" onClick={() => editor.set({ dialog: { kind: 'help', page: 'start' } })}><CircleHelp size={16} /></IconButton>
      <Menu
        trigger={<Button tone="plain"><Download size={14} aria-hidden="true" /> Export</Button>}
        entries={[
          { label: 'Project with its media', about: 'One zip, for another machine', onPick: () => file('?with=media') },
          { label: 'Project file', about: '.oak.json, without media', onPick: () => file('') },
        ]}
      />
      <Button tone="strong" onClick={() => editor.set({ dialog: { kind: 'render' } })}>
        <Film size={14} aria-hidden="true" /> Render
      </Button>
    </header>
  );
}

function saveWords(saved: SaveState, keeps: boolean): string {
  switch (saved.kind) {
    case 'saved': return 'All changes saved';
    case 'saving': return 'Saving …';
    // Its first sentence says what is wrong; the whole of it comes with the pointer.
    case 'offline': return `${saved.message === null ? 'The server is away:' : `${saved.message.split('. ')[0]!}.`} ${saved.waiting} ${saved.waiting === 1 ? 'change waits' : 'changes wait'} in this ${keeps ? 'browser' : 'page alone'}`;
    case 'reload': return 'This page and its server are of different versions';
  }
}
