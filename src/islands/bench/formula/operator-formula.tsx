import { useMemo } from 'react';
import { useEditor, useEditorState } from '../editor/editor-context';
import { CodeField } from './code-field';
import { sameDriven, triedIn, type Driven } from './driving';

type Props = { readonly label: string; readonly composition: string; readonly layers: readonly string[]; readonly operator: string; readonly field: string; readonly text: string | null; readonly disabled: boolean; readonly onSet: (text: string) => void };

/** The formula of an operator that gives a time, in the stack: read as it stands, written as any other, and followed by the picture while it is. */
export function OperatorFormula({ label, composition, layers, operator, field, text, disabled, onSet }: Props) {
  const editor = useEditor();
  const driven = useMemo((): Driven => ({ composition, layers, track: '', operator: { id: operator, field } }), [composition, layers, operator, field]);
  const writing = useEditorState((state) => (sameDriven(state.driving?.driven ?? null, driven) ? state.driving : null));
  const project = useEditorState((state) => state.project);
  const fault = useMemo(() => (text === null || writing ? null : (triedIn(project, driven, text)?.drive.fault() ?? null)), [project, driven, text, writing]);
  const close = () => {
    editor.letGo();
    editor.set({ driving: null });
  };
  return (
    <div data-formula="" data-field={`step.formula.${field}`} className="col-span-full flex flex-col gap-1">
      {writing
        ? <CodeField label={label} driven={driven} text={writing.text} onTry={(typed) => (typed.trim() === '' ? editor.letGo() : editor.tryOut('timing.set', { layer: layers[0]!, operator, fields: { [field]: typed }, also: [] }))} onKeep={(typed) => { close(); if (typed.trim() !== '') onSet(typed); }} onLetGo={close} />
        : <button type="button" aria-label={label} disabled={disabled} onClick={() => editor.set({ driving: { driven, text: text ?? '' } })} title="Write in it: t and f are the time that comes in; it gives seconds of what is shown" className="w-full rounded-md bg-deep px-1.5 py-1 text-left font-mono text-[12px] break-words whitespace-pre-wrap text-paper hover:ring-1 hover:ring-chalk/60">{text ?? 'each its own formula'}</button>}
      {fault && <p role="status" className="text-[12px] leading-snug text-rust">{fault.message}</p>}
    </div>
  );
}
