import { useEffect, useMemo, useState } from 'react';
import { applyPatches, ridersOf, takeBack, type Rider } from '../../../core/commands';
import { member } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { Revisable, TimelineView } from '../editor/state';
import { useEndByPress } from '../end-by-press';
import { followPointer } from '../follow-pointer';
import { xOf } from './scale';

type NestArgs = { readonly composition: string; readonly layers: readonly string[]; readonly outside: readonly Rider[]; readonly span: readonly [number, number]; readonly boxes?: Readonly<Record<string, readonly [number, number, number, number] | null>> };

const NAMES: Readonly<Record<Rider, string>> = { place: 'Place', timing: 'Timing', opacity: 'Opacity', blend: 'Blend', markers: 'Markers' };

/** The new nest that may still be made otherwise, or null. */
function useNew(): (Revisable & { readonly args: NestArgs }) | null {
  const revisable = useEditorState((state) => state.revisable);
  return revisable?.event === 'layers.nest' ? (revisable as Revisable & { readonly args: NestArgs }) : null;
}

/** Over the tracks while a nest is new: what rides outside it. Each chip flips at once; one that would change the picture says why it cannot. */
export function NestStrip() {
  const editor = useEditor();
  const made = useNew();
  const [told, setTold] = useState<string | null>(null);
  const history = useEditorState((state) => state.history);
  const riders = useMemo(() => {
    const change = history.done.at(-1);
    if (!made || change?.id !== made.change) return [];
    // Asked of the layers as they were before they went inside.
    const { project } = editor.store.getState();
    const before = applyPatches(project, takeBack(project, change).draft.patches).project;
    const { composition, layers, outside, boxes } = made.args;
    const host = member(before.compositions.by, composition);
    return host ? ridersOf(before, composition, layers, outside, (id) => boxes?.[id] ?? null) : [];
  }, [editor, made, history]);
  useEndByPress(made !== null);
  useEffect(() => { if (!made) setTold(null); }, [made]);
  if (!made) return null;
  const flip = (rider: Rider, outside: boolean) => editor.revise({ outside: outside ? made.args.outside.filter((one) => one !== rider) : [...made.args.outside, rider] });
  return (
    <div data-revise role="group" aria-label="What rides outside the new nest" className="absolute inset-x-0 top-0 z-20 flex h-9 items-center gap-1.5 bg-raised px-3 shadow-lg">
      <span className="mr-1 shrink-0 text-[12.5px] text-muted">Rides outside</span>
      {riders.map(({ rider, outside, why }) => (
        <button
          key={rider} type="button" aria-pressed={outside} aria-disabled={why !== null} title={why ?? (outside ? `${NAMES[rider]} is on the nest: press to put it inside` : `${NAMES[rider]} is inside: press to let it ride on the nest`)}
          onPointerEnter={() => setTold(why)} onPointerLeave={() => setTold(null)} onFocus={() => setTold(why)} onBlur={() => setTold(null)}
          onClick={() => (why === null ? flip(rider, outside) : setTold(why))}
          className={`h-6 shrink-0 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${outside ? 'bg-leaf text-ground ring-leaf' : 'text-paper ring-line hover:bg-lifted'} ${why === null ? '' : 'opacity-55'}`}
        >{NAMES[rider]}</button>
      ))}
      <span role="status" className="min-w-0 grow truncate text-right text-[12px] text-muted">{told ?? `frames ${made.args.span[0]} to ${made.args.span[1]} · Enter closes`}</span>
    </div>
  );
}

/** The span of a new nest as two pegs on the ruler. */
export function NestPegs({ view, duration }: { readonly view: TimelineView; readonly duration: number }) {
  const made = useNew();
  const editor = useEditor();
  const [pulled, setPulled] = useState<readonly [number, number] | null>(null);
  if (!made) return null;
  const span = pulled ?? made.args.span;
  const inside = ([from, to]: readonly [number, number], end: 0 | 1, at: number): readonly [number, number] => (end === 0 ? [Math.max(0, Math.min(Math.round(at), to - 1)), to] : [from, Math.min(duration, Math.max(Math.round(at), from + 1))]);
  const pull = (end: 0 | 1, event: React.PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    const from = event.clientX;
    const began = made.args.span;
    let next = began;
    followPointer(event.currentTarget, event.pointerId, (moved) => setPulled((next = inside(began, end, began[end] + (moved.clientX - from) / view.pixelsPerFrame))), (keep) => {
      setPulled(null);
      if (keep && next !== began) editor.revise({ span: [...next] });
    });
  };
  return ([0, 1] as const).map((end) => (
    <button
      key={end} type="button" data-revise role="slider" aria-label={end === 0 ? 'Where the new nest begins' : 'Where the new nest ends'} aria-valuenow={span[end]} aria-valuemin={0} aria-valuemax={duration} aria-valuetext={`frame ${span[end]}`} title={`${end === 0 ? 'Begins at' : 'Ends before'} frame ${span[end]}: drag, or arrow keys`}
      onPointerDown={(event) => pull(end, event)}
      onKeyDown={(event) => {
        if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
        event.preventDefault();
        event.stopPropagation();
        editor.revise({ span: [...inside(span, end, span[end] + (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 10 : 1))] });
      }}
      className="absolute top-1 z-10 h-6 w-[9px] -translate-x-1/2 cursor-ew-resize touch-none rounded-[3px] bg-leaf ring-2 ring-ground" style={{ left: xOf(span[end], view) }}
    />
  ));
}
