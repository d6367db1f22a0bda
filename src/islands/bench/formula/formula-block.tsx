import { History, KeyRound, Power, Sprout, Undo2, X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { readLink, RECIPES, withoutNumbers } from '../../../core/commands';
import { hasKeys, keyedAt, trackAt, valueAt } from '../../../core/scene';
import type { Composition, Layer, Project } from '../../../core/model';
import { IconButton, Menu } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { CodeField } from './code-field';
import { curvesOf, judged, sameDriven, valueWords, type Driven } from './driving';
import { GiveTempo } from './give-tempo';
import { formulasToKeys } from './formula-keys';
import { LinkWords } from './link-words';
import { rememberTried, triedBefore } from './tried-before';
import { UnderRow } from './under-row';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[]; readonly track: string; readonly frame: number; /** In a lane the curve stands beside it already. */ readonly inLane?: boolean };

/** The formula of a track under its value: what it is, what it comes to, its curve over the keyed one, and what can be done about it. */
export function FormulaBlock({ project, composition, layers, track: address, frame, inLane = false }: Props) {
  const editor = useEditor();
  const driven = useMemo((): Driven => ({ composition: composition.id, layers: layers.map(({ id }) => id), track: address, operator: null }), [composition.id, layers, address]);
  const writing = useEditorState((state) => (sameDriven(state.driving?.driven ?? null, driven) && (state.driving?.inLane ?? false) === inLane ? state.driving : null));
  const discarded = useRef(false);
  useEffect(() => { if (writing) discarded.current = false; }, [writing]);
  const [layer] = layers;
  const found = layers.flatMap((one) => { const track = trackAt(project, one, address); return track ? [{ layer: one, track }] : []; });
  const [first] = found;
  // On several layers what they share is shown: the numbers that tell them apart are written again when it is kept.
  const bare = (formula: string | null | undefined) => (formula === null || formula === undefined ? null : layers.length > 1 ? withoutNumbers(formula) : formula);
  const text = bare(first?.track.channel?.formula);
  // While it is written its editor tells what is wrong.
  const isRead = !writing && text !== null && !(first?.track.channel?.formulaOff ?? false);
  const fault = useMemo(() => (isRead ? judged(project, driven, text) : null), [isRead, project, driven, text]);
  if (!layer || !first || (text === null && !writing)) return null;
  const { track } = first;
  const off = track.channel?.formulaOff ?? false;
  const tracks = layers.map(({ id }) => ({ layer: id, track: address }));
  const each = found.every((one) => bare(one.track.channel?.formula) === text);
  const words = `${track.spec.label} of ${layers.length === 1 ? layer.name : `${layers.length} layers`}`;
  const close = () => {
    discarded.current = true;
    editor.letGo();
    editor.set({ driving: null });
  };
  const keep = (typed: string) => {
    // What was let go of is not kept when its field goes.
    if (discarded.current) return;
    if (following) return followed(typed, following.id);
    editor.set({ driving: null });
    if (typed.trim() === '') {
      editor.letGo();
      if (text !== null) editor.do('formulas.set', { tracks, formula: null });
      return;
    }
    rememberTried(editor.store.getState().projectId, driven, typed);
    if (text !== null) rememberTried(editor.store.getState().projectId, driven, text);
    if (!editor.do('formulas.set', { tracks, formula: typed })) editor.letGo();
  };
  const write = (next: string) => {
    discarded.current = false;
    editor.set({ driving: { driven, text: next, inLane } });
  };
  const put = (recipe: string) => {
    editor.set({ driving: null });
    editor.do('formulas.recipe', { tracks, recipe });
  };
  const follow = (recipe: string) => {
    // What was being written gives way to it: its field goes without keeping.
    discarded.current = true;
    editor.set({ driving: { driven, text: '', inLane, recipe } });
  };
  /** A recipe that follows is put on once what was pressed, or written, is a track. */
  const followed = (typed: string, recipe: string) => {
    editor.set({ driving: null });
    const link = readLink(project, composition.id, layer.id, typed);
    if (!link) {
      editor.letGo();
      if (typed.trim() !== '') editor.say(`“${typed.trim().slice(0, 60)}” is no track to follow: press one, or write its name.`, true);
    } else if (!editor.do('formulas.recipe', { tracks, recipe, to: { layer: link.to.layer, track: link.to.track, through: [...(link.to.through ?? [])] } })) editor.letGo();
  };
  const before = triedBefore(editor.store.getState().projectId, driven).filter((one) => one !== text);
  const recipes = RECIPES.filter((recipe) => recipe.fits(track.spec));
  const following = RECIPES.find(({ id }) => id === writing?.recipe);
  const locked = layers.every((one) => one.locked);
  const field = writing && <CodeField key={writing.recipe ?? ''} label={`Formula of ${words}`} driven={driven} text={writing.text} onTry={(typed) => (typed.trim() === '' ? editor.letGo() : editor.tryOut('formulas.set', { tracks, formula: typed }))} onKeep={keep} onLetGo={close} />;
  return (
    <div data-formula="" role="group" aria-label={`Formula of ${words}`} className={`col-span-full flex flex-col gap-1 rounded-md border-l-2 border-chalk py-1 pl-2 ${inLane ? '' : 'mb-1'}`}>
      <div className="flex items-center gap-1">
        <span className={`min-w-0 grow truncate text-[12px] ${off ? 'text-muted' : fault ? 'text-rust' : 'text-chalk'}`} title={text ?? ''}>
          {following ? `${following.title}: press a track, then Enter` : off ? 'formula off' : fault ? 'does not work: what is keyed stands' : `keyed ${valueWords(keyedAt(project, composition, layer, track, frame))} → ${valueWords(valueAt(project, composition, layer, track, frame))}`}
        </span>
        {recipes.length > 0 && <Menu trigger={<button type="button" aria-label={`Recipes for ${words}`} title="Recipes" disabled={locked} className="grid size-5 place-items-center rounded text-muted hover:bg-raised hover:text-paper"><Sprout size={12} /></button>} entries={recipes.map((recipe) => ({ label: recipe.title, about: recipe.about, ...(recipe.follows ? { focuses: true } : {}), onPick: () => (recipe.follows ? follow(recipe.id) : put(recipe.id)) }))} />}
        {before.length > 0 && <Menu trigger={<button type="button" aria-label={`What ${words} was before`} title="What was tried before" disabled={locked} className="grid size-5 place-items-center rounded text-muted hover:bg-raised hover:text-paper"><History size={12} /></button>} entries={before.map((one) => ({ label: one.length > 60 ? `${one.slice(0, 59)}…` : one, onPick: () => write(one), focuses: true }))} />}
        {text !== null && (
          <>
            {off && hasKeys(track.channel!) && <IconButton className="h-5 w-5!" label={`Let the formula of ${words} drive again, in place of its keys`} disabled={locked} onClick={() => editor.do('formulas.back', { tracks })}><Undo2 size={12} /></IconButton>}
            {!off && <IconButton className="h-5 w-5!" label={`Turn the formula of ${words} into keys`} disabled={locked} onClick={() => formulasToKeys(editor, tracks)}><KeyRound size={12} /></IconButton>}
            <IconButton className="h-5 w-5!" pressed={!off} label={off ? `Switch on the formula of ${words}` : `Switch off the formula of ${words}`} disabled={locked} onClick={() => editor.do('formulas.set', { tracks, off: !off })}><Power size={12} className={off ? 'text-muted' : 'text-chalk'} /></IconButton>
            <IconButton className="h-5 w-5!" label={`Take the formula from ${words}`} disabled={locked} onClick={() => { rememberTried(editor.store.getState().projectId, driven, text); close(); editor.do('formulas.set', { tracks, formula: null }); }}><X size={12} /></IconButton>
          </>
        )}
      </div>
      {writing
        ? inLane ? <><span className="truncate rounded-md bg-deep px-1.5 py-1 font-mono text-[12px] text-muted">being written</span><UnderRow>{field}</UnderRow></> : field
        : <button type="button" disabled={locked} onClick={() => write(each ? text! : '')} title="Write in it" className="w-full rounded-md bg-deep px-1.5 py-1 text-left font-mono text-[12px] break-words whitespace-pre-wrap text-paper hover:ring-1 hover:ring-chalk/60">{each ? shortened(text!) : 'each its own formula'}</button>}
      {fault && <p className="text-[12px] leading-snug text-rust">{fault.message}{fault.tempo && <GiveTempo composition={composition.id} />}</p>}
      {!writing && each && text !== null && <LinkWords project={project} composition={composition} tracks={tracks} text={text} />}
      {!inLane && track.spec.type === 'N' && <Curve project={project} driven={driven} text={writing ? null : text} first={text} duration={composition.duration} frame={frame} />}
    </div>
  );
}

/** As much of a formula as anybody reads where it is not written in. */
const MOST_SHOWN = 1500;
const shortened = (text: string) => (text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)} …` : text);

const [WIDTH, HEIGHT] = [300, 40];

/** The curve of a formula over the whole composition, a double line over what is keyed. While it is written the one that is tried is drawn. */
function Curve({ project, driven, text, first, duration, frame }: { readonly project: Project; readonly driven: Driven; /** Null while it is written; `first` is what it began with. */ readonly text: string | null; readonly first: string | null; readonly duration: number; readonly frame: number }) {
  const [typed] = useState(text ?? first);
  const shown = text ?? typed;
  const formula = useEditorState((state) => (text === null && state.gesture?.event === 'formulas.set' ? ((state.gesture.args as { formula?: string }).formula ?? shown) : shown));
  const curves = useMemo(() => (formula === null || formula === undefined ? null : curvesOf(project, driven, formula)), [project, driven, formula]);
  if (!curves) return null;
  const { low, high } = curves;
  const line = (values: readonly number[]) => values.map((value, i) => `${((i / (values.length - 1)) * WIDTH).toFixed(1)},${(3 + (1 - (value - low) / (high - low)) * (HEIGHT - 6)).toFixed(1)}`).join(' ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label={`Its curve, from ${valueWords(low)} to ${valueWords(high)}`} className="h-10 w-full rounded-md bg-deep/60">
      <polyline points={line(curves.keyed)} fill="none" stroke="var(--color-amber)" strokeOpacity="0.55" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      <polyline points={line(curves.driven)} fill="none" stroke="var(--color-chalk)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      <polyline points={line(curves.driven)} fill="none" stroke="var(--color-deep)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      <line x1={(frame / duration) * WIDTH} x2={(frame / duration) * WIDTH} y1="0" y2={HEIGHT} stroke="var(--color-paper)" strokeOpacity="0.5" strokeWidth="1" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
