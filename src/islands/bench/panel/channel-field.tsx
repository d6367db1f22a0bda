import { useRef } from 'react';
import { count, poseAt, type Made, type NewValue } from '../../../core/commands';
import { readsName } from '../../../core/formulas';
import { keyedAt, trackAt, valueAt, worldMatrix, type Track } from '../../../core/scene';
import { type ChannelSpec, type Composition, type Layer, type Project } from '../../../core/model';
import { Select, TypedField } from '../../../ui';
import { keyingOf } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { onTypedRound } from '../typed-round';
import { FORMULA_MENU } from '../editor/actions/formulas';
import { byAsMuch, isDriven } from '../formula/by-as-much';
import { FormulaBlock } from '../formula/formula-block';
import { ColourField } from './colour-field';
import { KeyStringOf } from '../string/string';
import { readNumberForEach, showNumber } from './read-number';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[]; readonly channel: string; readonly frame: number; readonly wide?: boolean; /** Another word before it than its label. */ readonly named?: string };

/** Frames of a drag over a label: how many pixels are one step. */
const SCRUB = 2;

/** One channel of one or more layers: its value at the playhead, typed, stepped or scrubbed, and its peg. */
export function ChannelField({ project, composition, layers, channel, frame, wide, named }: Props) {
  const editor = useEditor();
  const keying = useEditorState((state) => state.keying);
  const writing = useEditorState((state) => state.driving !== null && state.driving.driven.track === channel);
  // A gesture is about the values that stood here when it began, and so about their frame: while it plays, the playhead goes on.
  const tried = useRef<number | null>(null);
  const found = layers.flatMap((layer) => { const one = trackAt(project, layer, channel); return one ? [{ layer, one }] : []; });
  const [first] = found;
  if (!first) return null;
  const { spec } = first.one;
  const values = found.map(({ layer, one }) => valueAt(project, composition, layer, one, frame));
  const name = layers.length === 1 ? layers[0]!.name : `${layers.length} layers`;
  const label = `${spec.label} of ${name}`;
  const disabled = layers.every((layer) => layer.locked);
  const step = (next: readonly unknown[], at = tried.current ?? frame) => ({
    composition: composition.id, values: found.map(({ layer, one }, i): NewValue => ({ layer: layer.id, track: channel, value: isDriven(one) ? byAsMuch(keyedAt(project, composition, layer, one, frame), values[i], next[i]) : next[i] })), frame: at, ...keyingOf(editor.store.getState()),
  });
  const tryOut = (next: readonly unknown[] | null) => {
    tried.current = next && (tried.current ?? frame);
    if (next) editor.tryOut('tracks.set', step(next));
    else editor.letGo();
  };
  const say = (made: Made | null) => {
    if (made && found.every(({ one }) => isDriven(one) && !readsName(one.channel!.formula!, 'keyed'))) editor.say(`${spec.label} is driven by its formula, which does not read what is keyed: nothing changes to be seen.`);
    else if (made?.moved) editor.say(`Keying is off: this moves ${count(made.moved, 'key')} of ${spec.label}.`);
  };
  const set = (next: readonly unknown[], nudged = false) => {
    const args = step(next);
    tried.current = null;
    // A typed pivot leaves the picture where it stands, as its ring does.
    if (channel === 'pivotX' || channel === 'pivotY') return void editor.do('layers.place', pivotArgs(project, composition, found.map(({ layer }) => layer), channel, next as readonly number[], frame));
    say(nudged ? editor.nudge(`${channel} ${layers.map((one) => one.id).join()}`, 'tracks.set', args) : editor.do('tracks.set', args));
  };
  const scrub = (event: React.PointerEvent<HTMLElement>) => {
    if (event.button !== 0 || spec.type !== 'N' || disabled) return;
    const from = event.clientX;
    const ids = gestureIds();
    let next: readonly unknown[] | null = null;
    followPointer(event.currentTarget, event.pointerId, (now) => {
      const by = Math.round((now.clientX - from) / SCRUB) * (now.shiftKey ? 10 : 1);
      next = by === 0 ? null : (values as readonly number[]).map((value) => Math.round((value + by) * 100) / 100);
      if (next) editor.tryOut('tracks.set', step(next, frame));
      else editor.letGo();
    }, (keep) => {
      if (keep && next) say(editor.do('tracks.set', step(next, frame), ids()));
      else editor.letGo();
    });
  };
  const driven = found.some(({ one }) => isDriven(one));
  const hasFormula = writing || found.some(({ one }) => (one.channel?.formula ?? null) !== null);
  const drive = () => editor.set({ driving: { driven: { composition: composition.id, layers: layers.map(({ id }) => id), track: channel, operator: null }, text: '' } });
  return (
    <div data-field={channel} onKeyDownCapture={onTypedRound(editor, '[data-field] input', false)} onKeyDown={(event) => { if (event.key === '=' && !disabled && !(event.target instanceof HTMLInputElement && event.target.type !== 'checkbox')) { event.preventDefault(); event.stopPropagation(); drive(); } }} data-pick={layers.length === 1 ? `${layers[0]!.id} ${channel}` : undefined} onContextMenu={(event) => { event.preventDefault(); editor.set({ fieldMeant: channel, menu: { x: event.clientX, y: event.clientY, groups: FORMULA_MENU, under: [] } }); }} className={`grid grid-cols-[70px_minmax(0,1fr)_54px] items-center gap-1 ${wide || hasFormula ? 'col-span-full' : ''}`}>
      <span className={`text-[12.5px] leading-tight text-muted ${spec.type === 'N' && !disabled ? 'cursor-ew-resize touch-none select-none hover:text-paper' : ''}`} title={spec.type === 'N' ? `${spec.label}: drag sideways to change, with Shift in tens` : spec.label} onPointerDown={scrub}>{named ?? underHead(spec.label)}</span>
      <ValueField onFormula={drive} driven={driven} label={label} found={first.one} values={values} onSet={set} onSame={keying ? () => set(values) : undefined} onNudge={(next) => set(next, true)} onTry={tryOut} disabled={disabled} />
      <KeyStringOf layers={layers} track={channel} label={spec.label} project={project} composition={composition} frame={frame} disabled={disabled} />
      <FormulaBlock project={project} composition={composition} layers={layers} track={channel} frame={frame} />
    </div>
  );
}

/** Pivots of layers set at one number, each layer staying where it is seen at a frame. */
function pivotArgs(project: Project, composition: Composition, layers: readonly Layer[], channel: 'pivotX' | 'pivotY', values: readonly number[], frame: number) {
  const placed = layers.map((layer, i) => {
    const { pivotX, pivotY } = poseAt(project, composition, layer, frame);
    return { layer: layer.id, world: [...worldMatrix(project, composition, layer, frame, new Map())] as [number, number, number, number, number, number], pivot: (channel === 'pivotX' ? [values[i]!, pivotY] : [pivotX, values[i]!]) as [number, number] };
  });
  return { composition: composition.id, placed, frame, keying: false, verb: 'Move the pivot of' };
}

/** Under the heads Fill and Stroke the word need not be said again. */
function underHead(label: string): string {
  const bare = label.replace(/^(Fill|Stroke) (?=[a-z])/, '');
  return bare === label ? label : `${bare.charAt(0).toUpperCase()}${bare.slice(1)}`;
}

type ValueProps = { readonly onFormula: () => void; /** A formula gives what stands there. */ readonly driven: boolean; readonly label: string; readonly found: Track; readonly values: readonly unknown[]; readonly onSet: (values: readonly unknown[]) => void; readonly onSame: (() => void) | undefined; readonly onNudge: (values: readonly unknown[]) => void; readonly onTry: (values: readonly unknown[] | null) => void; readonly disabled: boolean };

function ValueField({ onFormula, driven, label, found: { spec }, values, onSet, onSame, onNudge, onTry, disabled }: ValueProps) {
  const [value] = values;
  const mixed = values.some((one) => JSON.stringify(one) !== JSON.stringify(value));
  const all = (next: unknown) => onSet(values.map(() => next));
  switch (spec.type) {
    case 'N': {
      const numbers = values as readonly number[];
      return (
        <TypedField
          label={label} disabled={disabled} edited={mixed ? '' : showNumber(numbers[0]!)} shown={mixed ? 'mixed' : `${driven ? '= ' : ''}${withUnit(numbers[0]!, spec)}`} className={`px-1! ${driven ? 'text-chalk!' : ''}`} onFormula={onFormula}
          read={(text) => readNumberForEach(text, numbers, spec.unit)} onSet={onSet} onSame={onSame} onStep={(direction, large) => onNudge(numbers.map((number) => Math.round((number + direction * (large ? 10 : 1)) * 1e6) / 1e6))}
        />
      );
    }
    case 'P': {
      const [x, y] = value as readonly [number, number];
      return (
        <TypedField
          label={label} disabled={disabled} edited={mixed ? '' : `${showNumber(x)} ${showNumber(y)}`} shown={mixed ? 'mixed' : `${showNumber(x)}, ${showNumber(y)}`}
          read={(text) => {
            const parts = text.trim().split(/[\s;]+|,\s+/).map(Number);
            return parts.length === 2 && parts.every(Number.isFinite) ? { ok: true, value: parts, read: parts.join(', ') } : { ok: false, why: 'Type two numbers with a space between them.' };
          }}
          onSet={all} onFormula={onFormula} className={driven ? 'text-chalk!' : ''}
        />
      );
    }
    case 'C': return <ColourField label={label} value={value as readonly [number, number, number, number]} mixed={mixed} onSet={all} onTry={(next) => onTry(next && values.map(() => next))} onFormula={onFormula} disabled={disabled} />;
    case 'T':
      return <TypedField label={label} disabled={disabled} edited={mixed ? '' : String(value)} shown={mixed ? 'mixed' : String(value).replace(/\n/g, ' ⏎ ')} read={(text) => ({ ok: true, value: text, read: text })} onSet={all} onFormula={onFormula} className={`font-sans ${driven ? 'text-chalk!' : ''}`} />;
    case 'S': return <span className="truncate px-1.5 py-1 text-[12px] text-muted" title="Double-click the path on the picture to pull its corners">{mixed ? 'several' : `${(value as { points: unknown[] }).points.length} corners`}</span>;
    case 'B': return <input type="checkbox" className="size-[16px] accent-leaf" aria-label={label} checked={value as boolean} disabled={disabled} onChange={(event) => all(event.target.checked)} />;
    case 'E': {
      const chosen = mixed ? '' : String(value);
      return <Select label={label} value={chosen} disabled={disabled} onChange={all} options={[...new Set([...(mixed ? [''] : []), ...(spec.choices ?? []), chosen])].map((one) => [one, one === '' ? 'mixed' : one] as const)} />;
    }
  }
}

function withUnit(value: number, { unit }: ChannelSpec): string {
  return `${showNumber(value)}${unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`}`;
}
