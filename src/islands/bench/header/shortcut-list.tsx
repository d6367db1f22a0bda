import { Dialog } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { SHORTCUTS } from '../editor/shortcuts';

/** Every key of the Bench and what it does. */
export function ShortcutList() {
  const editor = useEditor();
  const open = useEditorState((state) => state.listing);
  return (
    <Dialog title="Shortcuts" about="Ctrl is Command on a Mac." open={open} onClose={() => editor.store.setState({ listing: false })}>
      <dl className="grid max-h-[60vh] grid-cols-[auto_1fr] gap-x-5 gap-y-1.5 overflow-y-auto">
        {SHORTCUTS.filter(({ keys }) => keys !== 'Backspace').map(({ keys, about }) => (
          <div key={keys} className="contents">
            <dt><kbd className="rounded bg-raised px-1.5 py-0.5 font-mono text-[12px]">{words(keys)}</kbd></dt>
            <dd>{about}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}

const NAMES: Readonly<Record<string, string>> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', PageUp: 'Page up', PageDown: 'Page down', '?': '?' };

function words(keys: string): string {
  if (keys === 'Shift+?') return '?';
  return keys.split('+').map((part) => NAMES[part] ?? part).join(' ');
}
