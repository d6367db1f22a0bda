import { CornerDownRight, X } from 'lucide-react';
import { useEditor, useEditorState } from './editor/editor-context';
import type { EditorState, Message } from './editor/state';
import { goWhere } from './go-where';

/** What was said, at the foot of the picture, the newest last: errors stay until they are read, and nothing that is worked on lies under them: but for what can be pressed in it, a message lets the pointer through. */
export function Messages() {
  const messages = useEditorState((state) => state.messages);
  const work = useEditorState((state) => state.work);
  return (
    <div className="relative z-50 h-0"><div className="pointer-events-none absolute inset-x-3 bottom-2 flex flex-col items-center gap-1.5">
      {work && <Working {...work} />}
      {messages.map((message) => <Said key={message.id} message={message} />)}
    </div></div>
  );
}

/** Something long that is worked on away from the page. */
function Working({ words, done, cancel }: NonNullable<EditorState['work']>) {
  return (
    <div role="status" className="said flex max-w-full items-center gap-3 rounded-lg bg-deep py-2 pr-1.5 pl-3.5 ring-1 ring-line">
      <span>{words}</span>
      <progress {...(done === null ? {} : { max: 1, value: done })} aria-label={words} className="h-1.5 w-32 accent-leaf" />
      {done !== null && <span className="font-mono text-[12px] text-muted">{Math.round(done * 100)} %</span>}
      <button type="button" onClick={cancel} className="pointer-events-auto h-6 shrink-0 rounded-md bg-raised px-2.5 text-[12.5px] hover:bg-lifted">Cancel</button>
    </div>
  );
}

function Said({ message }: { readonly message: Message }) {
  const editor = useEditor();
  const isTrue = useEditorState((state) => (state.history.done.at(-1)?.id ?? null) === message.about);
  const { id, text, bad, go } = message;
  // What is offered is offered as long as nothing was done since.
  const act = isTrue ? message.act : undefined;
  const goThere = () => {
    if (!go) return;
    goWhere(editor, go);
    editor.hush(id);
  };
  return (
    <div data-said={id} role={bad ? 'alert' : 'status'} className={`said flex max-w-full items-center gap-2 rounded-lg bg-deep py-2 pl-3.5 shadow-2xl ring-1 ${bad ? 'pr-1.5 text-paper ring-rust' : `ring-line ${act ? 'pr-1.5' : 'pr-3.5'}`}`}>
      {go ? <button type="button" onClick={goThere} title="Go there" className="pointer-events-auto flex min-w-0 items-center gap-1.5 text-left hover:text-leaf"><span>{text}</span><CornerDownRight size={13} aria-hidden="true" className="shrink-0" /></button> : <span>{text}</span>}
      {act && <button type="button" onClick={() => { editor.hush(id); act.run(); }} className="pointer-events-auto h-6 shrink-0 rounded-md bg-leaf px-2.5 text-[12.5px] font-medium text-ground hover:brightness-110">{act.words}</button>}
      {bad && <button type="button" aria-label="Read: take this message away" title="Read" onClick={() => editor.hush(id)} className="pointer-events-auto grid size-6 shrink-0 place-items-center rounded-md text-muted hover:bg-raised hover:text-paper"><X size={13} /></button>}
    </div>
  );
}
