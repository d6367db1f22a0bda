import { useEffect, useMemo, useState } from 'react';
import { applyPatches, ridersOf, takeBack, type Rider } from '../../../core/commands';
import { member } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { Revisable, TimelineView } from '../editor/state';
import { useEndByPress } from '../end-by-press';
import { RulerPegs } from './ruler-pegs';
import { Strip } from './strip';

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
    <Strip data-revise name="What rides outside the new nest">
      <span className="mr-1 shrink-0 text-[12.5px] text-muted">Rides outside</span>
      {riders.map(({ rider, outside, why }) => (
        <button
          key={rider} type="button" aria-pressed={outside} aria-disabled={why !== null} title={why ?? (outside ? `${NAMES[rider]} is on the nest: press to put it inside` : `${NAMES[rider]} is inside: press to let it ride on the nest`)}
          onPointerEnter={() => setTold(why)} onPointerLeave={() => setTold(null)} onFocus={() => setTold(why)} onBlur={() => setTold(null)}
          onClick={() => (why === null ? flip(rider, outside) : setTold(why))}
          className={`h-6 shrink-0 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${outside ? 'bg-leaf text-ground ring-leaf' : 'text-paper ring-line hover:bg-lifted'} ${why === null ? '' : 'opacity-55'}`}
        >{NAMES[rider]}</button>
      ))}
      <span role="status" className="min-w-0 grow text-right text-[12px] text-muted">{told ?? `frames ${made.args.span[0]} to ${made.args.span[1]} · Enter closes`}</span>
    </Strip>
  );
}

/** The span of a new nest as two pegs on the ruler. */
export function NestPegs(ruler: { readonly view: TimelineView; readonly width: number; readonly duration: number; readonly setCaught: (frame: number | null) => void }) {
  const made = useNew();
  const editor = useEditor();
  if (!made) return null;
  return <RulerPegs {...ruler} ends={made.args.span} names={['Where the new nest begins', 'Where the new nest ends']} set={(span) => editor.revise({ span: [...span] })} />;
}
