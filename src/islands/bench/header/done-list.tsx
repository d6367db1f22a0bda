import { History } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useEditor, useEditorState } from '../editor/editor-context';
import { takeBackAlone } from '../editor/take-back-alone';

/** So many edits are listed. */
const MOST = 60;

/** What was done in this window, the newest first: each can be taken back alone, whatever was done after it. */
export function DoneList() {
  const editor = useEditor();
  const done = useEditorState((state) => state.history.done);
  const [open, setOpen] = useState(false);
  if (done.length === 0) return null;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" aria-label="What was done here" title="What was done here: each edit can be taken back alone" className="grid size-7 shrink-0 place-items-center rounded-md text-muted hover:bg-raised hover:text-paper"><History size={15} /></button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="bottom" align="start" sideOffset={6} collisionPadding={8} aria-label="What was done here" onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 max-h-[60vh] w-[400px] max-w-[92vw] overflow-y-auto rounded-xl bg-raised p-2 shadow-2xl ring-1 ring-line outline-none">
          <ol className="flex flex-col">
            {done.slice(-MOST).reverse().map((change) => (
              <li key={change.id} className="group flex items-center gap-2 rounded-md py-1 pr-1 pl-2 text-[12.5px] leading-snug hover:bg-lifted">
                <span className="min-w-0 grow break-words">{change.label}</span>
                <button type="button" aria-label={`Take back alone: ${change.label}`} title="Takes this one back, and leaves what was done after it" onClick={() => { setOpen(false); takeBackAlone(editor, change); }} className="h-6 shrink-0 rounded-md bg-panel px-2 text-[12px] text-muted hover:text-leaf">Take back alone</button>
              </li>
            ))}
          </ol>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
