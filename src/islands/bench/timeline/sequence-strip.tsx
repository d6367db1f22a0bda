import { useLayoutEffect, useRef } from 'react';
import type { Rate } from '../../../core/time';
import { framesPerSecond } from '../../../core/time';
import { TypedField } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { useEndByPress } from '../end-by-press';
import { sequenceAt, type BroughtSequence } from '../library/picture-sequence';
import { readNumber, showNumber } from '../panel/read-number';
import { Strip } from './strip';

const RATES: readonly Rate[] = [[8, 1], [12, 1], [15, 1], [24, 1], [25, 1], [30, 1], [60, 1]];

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
    <Strip data-revise name="At which rate the pictures are played">
      <span className="shrink-0 text-muted">{about.pictures.length} pictures of {about.name}, a frame each, at</span>
      {rates.map((rate) => (
        <button key={rate.join()} type="button" aria-pressed={rate.join() === now.join()} aria-label={`${showNumber(framesPerSecond(rate))} fps`} onClick={() => editor.revise(sequenceAt(editor, about, rate))} className={`h-6 shrink-0 rounded-full px-2.5 font-mono text-[12px] ring-1 ring-inset ${rate.join() === now.join() ? 'bg-leaf text-ground ring-leaf' : 'ring-line hover:bg-lifted'}`}>{showNumber(framesPerSecond(rate))}</button>
      ))}
      <span className="text-muted">fps</span>
      <span className="min-w-0 grow text-right text-[12px] text-muted">Enter closes</span>
    </Strip>
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
  // Before it is seen: what is typed the moment it stands there is meant for it.
  useLayoutEffect(() => { if (on) field.current?.querySelector('input')?.focus(); }, [on]);
  if (!on || !revisable) return null;
  const { apart = 0, layers } = revisable.args as { readonly apart?: number; readonly layers: readonly string[] };
  const set = (value: number) => void editor.revise({ apart: value });
  return (
    <Strip data-revise name="How far apart the pasted keys lie" onKeyDown={(event) => { if (event.key === 'Escape') editor.set({ revisable: null }); }}>
      <span className="shrink-0 text-muted">Pasted onto {layers.length} layers, each later by</span>
      <span ref={field} className="w-20"><TypedField label="Frames between layers" tone="inset" edited={showNumber(apart)} shown={`${showNumber(apart)} f`} onSet={set} onStep={(by, large) => set(apart + by * (large ? 10 : 1))} read={(text) => readNumber(text, apart, 'f', { at: 0, rate: composition.rate, tempo: composition.tempo })} /></span>
      <span className="min-w-0 grow text-right text-[12px] text-muted">a number, 0.2s or 1b · Enter closes</span>
    </Strip>
  );
}
