import { MessageSquareText } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { Message } from '../editor/state';
import { goWhere } from '../go-where';

/** What was said in this window, to be read again, the newest first: by the saved state. What it offers can be pressed while nothing was done since. */
export function SaidList() {
  const said = useEditorState((state) => state.said);
  if (said.length === 0) return null;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button type="button" aria-label={`What was said: ${said.length} ${said.length === 1 ? 'message' : 'messages'}`} title="What was said" className="grid size-7 shrink-0 place-items-center rounded-md text-muted hover:bg-raised hover:text-paper"><MessageSquareText size={15} /></button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="bottom" align="start" sideOffset={6} collisionPadding={8} aria-label="What was said" onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 max-h-[60vh] w-[420px] max-w-[92vw] overflow-y-auto rounded-xl bg-raised p-2 shadow-2xl ring-1 ring-line outline-none">
          <ol className="flex flex-col">{[...said].reverse().map((message) => <Line key={message.id} message={message} />)}</ol>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const clock = (at: number) => new Date(at).toTimeString().slice(0, 5);

function Line({ message }: { readonly message: Message }) {
  const editor = useEditor();
  const isLast = useEditorState((state) => (state.history.done.at(-1)?.id ?? null) === message.about);
  const { text, bad, at, go, act } = message;
  return (
    <li className="flex items-start gap-2 rounded-md px-2 py-1.5 text-[12.5px] leading-snug">
      <span className="shrink-0 pt-px font-mono text-[11.5px] text-muted">{clock(at)}</span>
      {go ? <button type="button" onClick={() => goWhere(editor, go)} title="Go there" className={`min-w-0 grow text-left underline decoration-line underline-offset-2 hover:text-leaf ${bad ? 'text-rust' : ''}`}>{text}</button> : <span className={`min-w-0 grow ${bad ? 'text-rust' : ''}`}>{text}</span>}
      {act && isLast && <button type="button" onClick={act.run} className="h-6 shrink-0 rounded-md bg-leaf px-2 font-medium text-ground hover:brightness-110">{act.words}</button>}
    </li>
  );
}
