import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Button, Select, TypedField, type Reading } from '../../../ui';
import { askOf, type AskField, type AskValues } from '../editor/asks';
import { wordsOf } from '../editor/current';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { readNumber, showNumber } from '../panel/read-number';
import { PulledLine } from './pulled-line';
import { Strip } from './strip';

type Value = number | string | null;

/** What takes Enter and Esc for itself: buttons of the strip, and the lists that its choices open. */
const OWN_KEYS = 'button, [role=option], [role=listbox], [role=menu], [role=dialog]';

/** An edit that needs numbers: shown while they are typed, done with Enter, let go of with Esc. */
export function AskStrip() {
  const editor = useEditor();
  const asking = useEditorState((state) => state.asking);
  const selection = useEditorState((state) => state.selection);
  const frame = useEditorState((state) => (state.asking ? state.frame : 0));
  const [outcome, setOutcome] = useState('');
  const box = useRef<HTMLDivElement>(null);
  const ids = useRef<(() => () => string) | null>(null);
  const ask = asking ? askOf(asking.id) : null;
  const id = ask?.id ?? null;
  // Before it is seen: what is typed the moment it stands there is meant for it.
  useLayoutEffect(() => {
    ids.current = id === null ? null : gestureIds();
    if (id !== null) box.current?.querySelector('input')?.focus();
  }, [id]);
  useEffect(() => {
    if (!ask || !asking) return;
    if (ask.whyNot(editor.store.getState()) !== null) return editor.set({ asking: null });
    // The number that was typed stands there first: what comes of it may be about a thousand layers.
    const soon = setTimeout(() => {
      const state = editor.store.getState();
      if (state.asking !== asking) return;
      const step = ask.step(state, asking.values);
      if (step) editor.tryOut(step.event, step.args as never);
      else editor.letGo();
      // What it comes to is told before it is done.
      setOutcome(step ? (wordsOf(editor.store.getState()) ?? 'Nothing would change.') : '');
    });
    return () => clearTimeout(soon);
  }, [editor, ask, asking, selection, frame]);
  // What is tried out is let go of with the strip.
  useEffect(() => (id === null ? undefined : () => editor.letGo()), [editor, id]);
  useEffect(() => {
    if (id === null) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || (event.key !== 'Enter' && event.key !== 'Escape')) return;
      const target = event.target as HTMLElement;
      const inField = target instanceof HTMLInputElement;
      const isOwn = target.closest(OWN_KEYS) !== null && !(event.key === 'Escape' && box.current?.contains(target) && target.getAttribute('aria-expanded') !== 'true');
      if (isOwn || (inField && !box.current?.contains(target)) || target.getAttribute('aria-invalid') === 'true') return;
      // The field takes what was typed first; then the strip is done.
      if (inField && event.key === 'Enter') return void setTimeout(() => close(true));
      event.preventDefault();
      event.stopPropagation();
      close(event.key === 'Enter');
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  });
  if (!ask || !asking) return null;
  const words = ask.words(editor.store.getState());
  const shown = ask.fields.filter(({ when }) => !when || when.slice(1).includes(String(asking.values[when[0]])));
  const setAll = (values: AskValues) => editor.set({ asking: { id: ask.id, values: { ...asking.values, ...values } } });

  function close(keep: boolean): void {
    const before = editor.store.getState();
    const now = before.asking && askOf(before.asking.id);
    if (!now || !before.asking) return;
    const { values } = before.asking;
    const step = keep ? now.step(before, values) : null;
    editor.set({ asking: null });
    if (keep) now.choose?.(editor, values);
    if (!step) return editor.letGo();
    const made = editor.do(step.event, step.args as never, ids.current?.());
    if (made) now.then?.(editor, made, values, before);
  }
  return (
    <Strip ref={box} name={ask.title}>
      <span className="max-w-full text-muted">{words}</span>
      {shown.map((field) => field.kind === 'line'
        ? <PulledLine key={field.name} label={field.label} at={field.at(asking.values)} says={field.says(asking.values)} pulled={(by, from) => field.pulled(from, by)} values={asking.values} set={setAll} />
        : <Field key={field.name} tight={shown.length > 5} field={field} values={asking.values} value={asking.values[field.name] ?? null} set={(value) => setAll(value !== null && typeof value === 'object' ? value : { [field.name]: value })} />)}
      <span className="flex min-w-52 flex-1 items-center gap-2">
        <span className="min-w-0 grow text-right text-[12px] text-muted" role="status">{outcome}</span>
        <Button className="h-6! shrink-0" onClick={() => close(false)}>Let go</Button>
        <Button className="h-6! shrink-0" tone="strong" onClick={() => close(true)}>{ask.does}</Button>
      </span>
    </Strip>
  );
}

function Field({ field, tight, values, value, set }: { readonly field: Exclude<AskField, { kind: 'line' }>; /** There are many beside it. */ readonly tight: boolean; readonly values: AskValues; readonly value: Value; readonly set: (value: Value | AskValues) => void }) {
  return (
    <>
      {field.before !== undefined && <span className="shrink-0 text-muted">{field.before}</span>}
      {field.kind === 'choice' && field.chips ? <Chips field={field} values={values} value={String(value)} set={set} /> : field.kind === 'choice' ? <span className={`shrink-0 ${tight ? 'w-[118px]' : 'w-36'}`}><Select label={field.label} tone="inset" value={value as string} onChange={set} options={field.options} /></span> : field.kind === 'formula' ? <FormulaField field={field} value={String(value ?? '')} set={set} /> : <NumberField field={field} value={value as number | null} set={set} />}
    </>
  );
}

/** A choice whose answers all stand there, a press each. */
function Chips({ field, values, value, set }: { readonly field: Extract<AskField, { kind: 'choice' }>; readonly values: AskValues; readonly value: string; readonly set: (value: string) => void }) {
  const editor = useEditor();
  const offered = field.chips!(editor.store.getState(), values);
  return (
    <span role="radiogroup" aria-label={field.label} className="flex flex-wrap items-center gap-1">
      {field.options.filter(([one]) => offered.includes(one)).map(([one, words]) => (
        <button key={one} type="button" role="radio" aria-checked={one === value} onClick={() => set(one)} className={`h-6 rounded-full px-2 text-[12px] ring-1 ring-inset ${one === value ? 'bg-leaf text-ground ring-leaf' : 'text-paper ring-line hover:bg-lifted'}`}>{words}</button>
      ))}
    </span>
  );
}

function FormulaField({ field, value, set }: { readonly field: Extract<AskField, { kind: 'formula' }>; readonly value: string; readonly set: (value: string) => void }) {
  const editor = useEditor();
  const read = (text: string): Reading<string> => {
    const why = text.trim() === '' ? (field.empty ?? 'Write how much later, as index * 3f.') : field.fault(editor.store.getState(), text);
    return why === null ? { ok: true, value: text, read: text } : { ok: false, why };
  };
  return <span className={field.wide ? 'min-w-96 flex-[4]' : 'w-64 shrink-0'}><TypedField label={field.label} title={field.label} tone="inset" edited={value} shown={value} onSet={set} read={read} className="text-chalk!" /></span>;
}

/** Frames that are told by a word or a share: the end, here, 80 % of what stands there. Null for what is a number or a time. */
function meantFrames(text: string, now: number, duration: number, frame: number): number | null {
  const word = text.trim().toLowerCase();
  if (word === 'end') return duration;
  if (word === 'here' || word === 'playhead') return frame;
  const [, percent] = /^(\d+(?:[.,]\d+)?)\s*%$/.exec(word) ?? [];
  return percent === undefined ? null : Math.round((now * Number(percent.replace(',', '.'))) / 100);
}

function NumberField({ field, value, set }: { readonly field: Extract<AskField, { kind: 'number' }>; readonly value: number | null; readonly set: (value: number | null | AskValues) => void }) {
  const editor = useEditor();
  const composition = useEditorState((state) => current(state));
  const now = value ?? field.least ?? 0;
  const kept = (next: number) => Math.min(field.most ?? Infinity, Math.max(field.least ?? -Infinity, next));
  const read = (text: string): Reading<number | null | AskValues> => {
    const said = field.reads?.(text, editor.store.getState());
    if (said) return { ok: true, value: said, read: text.trim() };
    if (field.blank !== undefined && text.trim() === '') return { ok: true, value: null, read: field.blank };
    const named = field.unit === 'f' ? meantFrames(text, now, composition.duration, editor.store.getState().frame) : null;
    const reading = named !== null ? ({ ok: true, value: named, read: `${named} f` } as const) : field.unit === 'f' ? readNumber(text, now, 'f', { at: 0, rate: composition.rate, tempo: composition.tempo }) : readNumber(text, now, field.unit);
    if (!reading.ok || kept(reading.value) === reading.value) return reading;
    return { ok: false, why: field.least !== undefined && reading.value < field.least ? `${field.least} at the least.` : `${field.most} at the most.` };
  };
  const shown = value === null ? (field.blank ?? '') : `${showNumber(value)}${field.unit === '' ? '' : ` ${field.unit}`}`;
  return <span className={field.blank === undefined ? 'w-20 shrink-0' : field.unit === '' ? 'w-[76px] shrink-0' : 'w-28 shrink-0'}><TypedField label={field.label} title={field.label} tone="inset" edited={value === null ? '' : showNumber(value)} shown={shown} onSet={set} onStep={(by, large) => set(kept(now + by * (large ? 10 : 1)))} read={read} /></span>;
}
