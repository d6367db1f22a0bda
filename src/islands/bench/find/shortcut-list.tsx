import { RotateCcw, X } from 'lucide-react';
import { useState } from 'react';
import { Button, Dialog, IconButton } from '../../../ui';
import { ACTIONS, keysFor, pressOf, pressWords, titleOf, type Action } from '../editor/actions';
import { useEditor, useEditorState } from '../editor/editor-context';
import { changeShortcut } from './change-shortcut';

/** Every action with its keys, which can be changed: press a key cap, then the new keys. */
export function ShortcutList({ onClose }: { readonly onClose: () => void }) {
  const editor = useEditor();
  const state = useEditorState((all) => all);
  const [search, setSearch] = useState('');
  const [waiting, setWaiting] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const { settings } = state;
  const fits = (action: Action) => `${titleOf(action, state)} ${keysFor(action, settings).map(pressWords).join(' ')}`.toLowerCase().includes(search.trim().toLowerCase());
  const set = (action: Action, keys: readonly string[]) => {
    const { shortcuts, told: words } = changeShortcut(ACTIONS, settings.shortcuts, action, keys);
    editor.setSettings({ shortcuts });
    setTold(words);
    setWaiting(null);
  };
  const onPress = (action: Action, event: React.KeyboardEvent) => {
    if (['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Escape') return setWaiting(null);
    set(action, [pressOf(event)]);
  };
  return (
    <Dialog title="Shortcuts" about="Bare letters act on time and on what is seen of it, with Shift on the wider thing; digits are switches and tools; Ctrl is as everywhere (Command on a Mac). Press a key cap, then the keys it should be." open onClose={onClose} wide>
      <div className="flex items-center gap-3 pb-3">
        <input aria-label="Search shortcuts" value={search} onChange={(event) => setSearch(event.target.value)} placeholder="Search by name or key" className="h-8 min-w-0 grow rounded-md bg-raised px-2.5 placeholder:text-muted" />
        <label className="flex shrink-0 items-center gap-2"><input type="checkbox" checked={settings.letters} onChange={(event) => editor.setSettings({ letters: event.target.checked })} className="accent-leaf" />Single letters work</label>
        <Button disabled={Object.keys(settings.shortcuts).length === 0} onClick={() => { editor.setSettings({ shortcuts: {} }); setTold('All shortcuts are reset.'); }}><RotateCcw size={13} aria-hidden="true" />Reset</Button>
      </div>
      {told && <p role="status" className="pb-2 text-leaf">{told}</p>}
      <ul className="max-h-[56vh] overflow-y-auto">
        {ACTIONS.filter(fits).map((action) => {
          const keys = keysFor(action, settings);
          return (
            <li key={action.id} className="flex items-center gap-3 border-b border-line/60 py-1">
              <span className="min-w-0 grow">{titleOf(action, state)}</span>
              {waiting === action.id ? (
                <button type="button" autoFocus aria-label={`New keys for ${titleOf(action, state)}`} onKeyDown={(event) => onPress(action, event)} onBlur={() => setWaiting(null)} className="h-7 rounded-md bg-deep px-2.5 ring-1 ring-leaf">press keys, or Esc</button>
              ) : (
                <button type="button" title="Change" aria-label={`Change the keys of ${titleOf(action, state)}: ${keys.map(pressWords).join(', ') || 'none'}`} onClick={() => { setTold(null); setWaiting(action.id); }} className="h-7 min-w-16 rounded-md bg-raised px-2 font-mono text-[12px] hover:bg-lifted">{keys.length > 0 ? keys.map(pressWords).join(', ') : '—'}</button>
              )}
              <IconButton label={`Take the keys of ${titleOf(action, state)} away`} disabled={keys.length === 0} onClick={() => set(action, [])}><X size={13} /></IconButton>
            </li>
          );
        })}
      </ul>
    </Dialog>
  );
}
