import { useEffect, useRef } from 'react';
import type { Rate } from '../../../core/time';
import { framesPerSecond } from '../../../core/time';
import { Button, Select, TypedField, type Reading } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { useEndByPress } from '../end-by-press';
import { sequenceAt, type BroughtSequence } from '../library/picture-sequence';
import { readNumber, showNumber } from '../panel/read-number';

const RATES: readonly Rate[] = [[8, 1], [12, 1], [15, 1], [24, 1], [25, 1], [30, 1], [60, 1]];
const STRIP = 'absolute inset-x-0 top-0 z-20 flex h-9 items-center gap-2 bg-raised px-3 text-[12.5px] shadow-lg';

/** Asks once at which rate a sequence of pictures that just came in is played. */
export function SequenceRate() {
  const editor = useEditor();
  const revisable = useEditorState((state) => state.revisable);
  const about = revisable?.event === 'media.add' ? (revisable.about as BroughtSequence | undefined) : undefined;
  useEndByPress(about !== undefined);
  if (!revisable || !about) return null;
  const now = (revisable.args as { compositions: readonly { rate: Rate }[] }).compositions[0]!.rate;
  const own = current(editor.store.getState()).rate;
  const rates = [...RATES, own].filter((rate, i, all) => all.findIndex((one) => one.join() === rate.join()) === i).sort((a, b) => framesPerSecond(a) - framesPerSecond(b));
  return (
    <div data-revise role="group" aria-label="At which rate the pictures are played" className={STRIP}>
      <span className="shrink-0 text-muted">{about.pictures.length} pictures of {about.name}, a frame each, at</span>
      {rates.map((rate) => (
        <button key={rate.join()} type="button" aria-pressed={rate.join() === now.join()} aria-label={`${showNumber(framesPerSecond(rate))} fps`} onClick={() => editor.revise(sequenceAt(editor, about, rate))} className={`h-6 shrink-0 rounded-full px-2.5 font-mono text-[12px] ring-1 ring-inset ${rate.join() === now.join() ? 'bg-leaf text-ground ring-leaf' : 'ring-line hover:bg-lifted'}`}>{showNumber(framesPerSecond(rate))}</button>
      ))}
      <span className="text-muted">fps</span>
      <span className="min-w-0 grow truncate text-right text-[12px] text-muted">Enter closes</span>
    </div>
  );
}

/** Lays the selected layers one after another while its numbers are typed; Enter does it, Esc lets go. */
export function LayStrip() {
  const editor = useEditor();
  const laying = useEditorState((state) => state.laying);
  const chosen = useEditorState((state) => state.selection.layers);
  const composition = useEditorState((state) => current(state));
  const layers = laying === null ? [] : laying.order === 'chosen' ? chosen : laying.order === 'list' ? composition.layers.order.filter((id) => chosen.includes(id)) : composition.layers.order.filter((id) => chosen.includes(id)).reverse();
  const names = layers.join();
  const { each = null, overlap = 0 } = laying ?? {};
  const on = laying !== null;
  const few = chosen.length < 2;
  useEffect(() => { if (on && few) editor.set({ laying: null }); }, [editor, on, few]);
  useEffect(() => {
    if (!on || few) return;
    editor.tryOut('layers.sequence', { layers: names.split(','), each, overlap });
    // What is tried out is let go of with the strip.
    return () => editor.letGo();
  }, [editor, on, few, names, each, overlap]);
  useEffect(() => {
    if (!on) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || (event.target as HTMLElement).closest('input')) return;
      if (event.key !== 'Enter' && event.key !== 'Escape') return;
      event.preventDefault();
      event.stopPropagation();
      close(event.key === 'Enter');
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  });
  if (!laying || layers.length < 2) return null;
  const set = (more: Partial<typeof laying>) => editor.set({ laying: { ...laying, ...more } });
  function close(keep: boolean): void {
    editor.set({ laying: null });
    if (keep) editor.do('layers.sequence', { layers: [...layers], each, overlap });
    else editor.letGo();
  }
  const clock = { at: 0, rate: composition.rate, tempo: composition.tempo };
  return (
    <div role="group" aria-label="One after another" className={STRIP}>
      <span className="shrink-0 text-muted">{layers.length} layers one after another:</span>
      <span className="w-28 shrink-0"><TypedField label="Frames each" tone="inset" edited={each === null ? '' : showNumber(each)} shown={each === null ? 'as they are' : `${showNumber(each)} f each`} onSet={(value: number | null) => set({ each: value })} onStep={(by, large) => set({ each: Math.max(1, (each ?? 30) + by * (large ? 10 : 1)) })} read={(text): Reading<number | null> => {
        if (text.trim() === '') return { ok: true, value: null, read: 'as long as each is' };
        const reading = readNumber(text, each ?? 0, 'f', clock);
        return reading.ok && reading.value < 1 ? { ok: false, why: 'A frame at least.' } : reading;
      }} /></span>
      <span className="text-muted">overlap</span>
      <span className="w-16 shrink-0"><TypedField label="Frames of overlap" tone="inset" edited={showNumber(overlap)} shown={`${showNumber(overlap)} f`} onSet={(value: number) => set({ overlap: value })} onStep={(by, large) => set({ overlap: overlap + by * (large ? 10 : 1) })} read={(text) => readNumber(text, overlap, 'f', clock)} /></span>
      <span className="w-48 shrink-0"><Select label="In which order" tone="inset" value={laying.order} onChange={(order) => set({ order })} options={[['list', 'from the top down'], ['up', 'from the bottom up'], ['chosen', 'as they were selected']]} /></span>
      <span className="grow" />
      <Button className="h-6!" onClick={() => close(false)}>Let go</Button>
      <Button className="h-6!" tone="strong" onClick={() => close(true)}>Lay them so</Button>
    </div>
  );
}

/** How far apart keys lie that were just pasted onto several layers: typed at once, since it is what is mostly wanted next. */
export function PasteStrip() {
  const editor = useEditor();
  const revisable = useEditorState((state) => state.revisable);
  const composition = useEditorState((state) => current(state));
  const field = useRef<HTMLSpanElement>(null);
  const on = revisable?.event === 'keys.paste';
  useEndByPress(on);
  useEffect(() => { if (on) field.current?.querySelector('input')?.focus(); }, [on]);
  if (!on || !revisable) return null;
  const { apart = 0, layers } = revisable.args as { readonly apart?: number; readonly layers: readonly string[] };
  const set = (value: number) => void editor.revise({ apart: value });
  return (
    <div data-revise role="group" aria-label="How far apart the pasted keys lie" className={STRIP} onKeyDown={(event) => { if (event.key === 'Escape') editor.set({ revisable: null }); }}>
      <span className="shrink-0 text-muted">Pasted onto {layers.length} layers, each later by</span>
      <span ref={field} className="w-20"><TypedField label="Frames between layers" tone="inset" edited={showNumber(apart)} shown={`${showNumber(apart)} f`} onSet={set} onStep={(by, large) => set(apart + by * (large ? 10 : 1))} read={(text) => readNumber(text, apart, 'f', { at: 0, rate: composition.rate, tempo: composition.tempo })} /></span>
      <span className="min-w-0 grow truncate text-right text-[12px] text-muted">a number, 0.2s or 1b · Enter closes</span>
    </div>
  );
}
