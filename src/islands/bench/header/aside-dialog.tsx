import { momentWords } from '../../home/moment-words';
import { Button, Dialog } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { SetAside } from '../editor/outbox';

/** Changes that were not taken: what each was and why, and what to do with it. */
export function AsideDialog({ onClose }: { readonly onClose: () => void }) {
  const asides = useEditorState((state) => state.asides);
  return (
    <Dialog wide title="Set aside" about="These changes were not taken. They wait in this browser until you decide." open onClose={onClose}>
      {asides.length === 0 ? <p>Nothing is set aside any more.</p> : (
        <ul className="flex max-h-[60vh] flex-col gap-3 overflow-y-auto">
          {asides.map((aside) => <Aside key={aside.key} aside={aside} />)}
        </ul>
      )}
      <div className="mt-4 flex justify-end"><Button onClick={onClose}>Close</Button></div>
    </Dialog>
  );
}

function Aside({ aside }: { readonly aside: SetAside }) {
  const editor = useEditor();
  return (
    <li className="flex flex-col gap-1.5 border-t border-line pt-3">
      <div className="flex items-baseline gap-3">
        <span className="min-w-0 grow truncate font-medium">{aside.change.label}</span>
        <span className="shrink-0 font-mono text-[11.5px] text-muted">{momentWords(new Date(aside.at).toISOString())}</span>
      </div>
      <p className="text-muted">{aside.why}</p>
      <div className="flex gap-2">
        <Button onClick={() => editor.tryAside(aside.key)}>Try again</Button>
        <Button onClick={() => editor.saveAside(aside.key)}>Save as a file</Button>
        <Button onClick={() => editor.dropAside(aside.key)}>Let go</Button>
      </div>
    </li>
  );
}
