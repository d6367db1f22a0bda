import { useEffect, useRef, useState } from 'react';
import type { Fault } from '../../../core/formulas';
import { GiveTempo } from './give-tempo';
import { useEditor } from '../editor/editor-context';
import { judged, nameFor, worthOf, writableIn, type Driven } from './driving';
import type { CodeEditor } from './code-editor';
import { waitForPick } from './picking';

type Props = {
  readonly label: string;
  readonly driven: Driven;
  readonly text: string;
  readonly onTry: (text: string) => void;
  readonly onKeep: (text: string) => void;
  readonly onLetGo: () => void;
};

/** The editor of a formula, once it is loaded. While a value is missing at the caret, whatever is pressed on panel, rows or picture is written there. */
export function CodeField({ label, driven, text, onTry, onKeep, onLetGo }: Props) {
  const editor = useEditor();
  const box = useRef<HTMLDivElement>(null);
  const open = useRef<CodeEditor | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const now = useRef({ driven, onTry, onKeep, onLetGo });
  useEffect(() => { now.current = { driven, onTry, onKeep, onLetGo }; });
  const project = () => editor.store.getState().project;
  const first = useRef(text);
  const settled = useRef(false);
  const write = (name: string) => {
    open.current?.write(name);
    return true;
  };
  /** Who goes elsewhere is done, unless a value is still missing: then something is about to be pressed. */
  const left = () => setTimeout(() => {
    const code = open.current;
    if (!code || settled.current || code.wants() || box.current?.closest('[role=group]')?.contains(document.activeElement) || document.activeElement?.closest('[role=menu]')) return;
    settled.current = true;
    if (code.text() === first.current) now.current.onLetGo();
    else now.current.onKeep(code.text());
  });
  useEffect(() => {
    let gone = false;
    const began = first.current;
    void import('./code-editor').then(({ openCodeEditor }) => {
      if (gone || !box.current) return;
      const judge = (typed: string) => judged(project(), now.current.driven, typed);
      open.current = openCodeEditor(box.current, first.current, {
        label, judge, writable: () => writableIn(project(), now.current.driven),
        worth: (part) => worthOf(project(), now.current.driven, part, editor.store.getState().frame),
        onChange(typed) {
          const found = typed.trim() === '' ? null : judge(typed);
          setFault(found);
          // What does not work yet changes nothing on the picture.
          if (!found) now.current.onTry(typed);
        },
        onKeep: (typed) => { settled.current = true; now.current.onKeep(typed); }, onLetGo: () => { settled.current = true; now.current.onLetGo(); },
      });
      setFault(first.current.trim() === '' ? null : judge(first.current));
      const { view } = open.current;
      const ahead = editor.store.getState().driving?.ahead ?? '';
      // Focused first: what is typed next goes where the page has its caret.
      view.focus();
      view.dispatch({ changes: { from: first.current.length, insert: ahead }, selection: { anchor: first.current.length + ahead.length }, userEvent: 'input.type' });
      box.current.dataset['ready'] = '';
    });
    const letGoOfPicks = waitForPick({
      wants: () => open.current?.wants() ?? false,
      take(layers) {
        for (const layer of layers) {
          const name = nameFor(project(), now.current.driven, { layer, track: null });
          if (name) return write(name);
        }
        open.current?.view.focus();
        return false;
      },
    });
    return () => {
      gone = true;
      letGoOfPicks();
      const text = open.current?.text() ?? '';
      open.current?.close();
      open.current = null;
      // What was typed is kept however the field goes: another layer was selected, or another formula opened.
      if (!settled.current && text.trim() !== '' && text !== began) now.current.onKeep(text);
    };
    // The editor lives as long as the field does; what it asks is read when it asks.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    const press = (event: PointerEvent) => {
      const code = open.current;
      const target = event.target as HTMLElement;
      if (!code || event.button !== 0 || box.current?.contains(target) || target.closest('.cm-tooltip, [role=menu], [role=listbox], [data-formula]') !== null) return;
      const pressed = code.wants() ? pickedAt(target) : null;
      const name = pressed && nameFor(project(), now.current.driven, pressed);
      if (!name) return;
      event.preventDefault();
      event.stopPropagation();
      // The press was meant for the formula, and so is what follows of it.
      swallowRest();
      write(name);
    };
    window.addEventListener('pointerdown', press, true);
    return () => window.removeEventListener('pointerdown', press, true);
  });
  return (
    <div data-formula="" className="flex flex-col gap-1">
      <div ref={box} onBlur={left} className="min-h-[26px] rounded-md bg-deep ring-1 ring-chalk/60" onKeyDown={(event) => event.stopPropagation()} />
      {fault && (
        <p role="status" className="text-[12px] leading-snug text-rust">
          {fault.message}
          {fault.nearest !== undefined && <button type="button" className="ml-1.5 rounded bg-raised px-1.5 text-paper hover:bg-lifted" onClick={() => { const code = open.current; if (!code) return; const whole = code.text(); code.put(`${whole.slice(0, fault.from)}${fault.nearest}${whole.slice(fault.to)}`); code.view.focus(); }}>Write “{fault.nearest}”</button>}
          {fault.tempo && <GiveTempo composition={driven.composition} then={() => { const code = open.current; if (!code) return; code.put(code.text()); code.view.focus(); }} />}
        </p>
      )}
    </div>
  );
}

/** What follows of a press is nobody's: up to its click, which comes right after the pointer is let go. */
function swallowRest(): void {
  const kinds = ['pointerup', 'mousedown', 'mouseup', 'click'] as const;
  const swallow = (event: Event) => {
    event.preventDefault();
    event.stopPropagation();
    if (event.type === 'pointerup') setTimeout(() => kinds.forEach((kind) => window.removeEventListener(kind, swallow, true)));
  };
  for (const kind of kinds) window.addEventListener(kind, swallow, true);
}

/** What a press on the page means to a formula: a track, or a layer. */
function pickedAt(target: HTMLElement): { readonly layer: string; readonly track: string | null } | null {
  const found = target.closest<HTMLElement>('[data-pick]')?.dataset['pick'];
  if (found === undefined) return null;
  const cut = found.indexOf(' ');
  return cut < 0 ? { layer: found, track: null } : { layer: found.slice(0, cut), track: found.slice(cut + 1) };
}
