import { Plus, Trash2 } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { keysOf, legAfter, type KeyRef, type Pull } from '../../../core/commands';
import { CURVES, prepareCurve, prepareEase, type KeyCurve } from '../../../core/keys';
import { trackAt } from '../../../core/scene';
import { inOrder, member, type Channel, type Composition, type Project } from '../../../core/model';
import { IconButton, TypedField, type Reading } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { Group } from './group';
import { Labelled } from './labelled';
import { readNumber, showNumber } from './read-number';

type Key = Channel['keys'][string];
const SIDES = [['in', 'as it leaves'], ['out', 'as it arrives'], ['both', 'on both sides']] as const;
type Side = (typeof SIDES)[number][0];

/** The motion that is meant: over how many frames it leaves and arrives, and curves in place of that, as small pictures of themselves. */
export const MotionGroup = memo(function MotionGroup({ project, composition, legs }: { readonly project: Project; readonly composition: Composition; readonly legs: readonly KeyRef[] }) {
  const editor = useEditor();
  const found = useMemo(() => legs.flatMap((ref) => {
    const layer = member(composition.layers.by, ref.layer);
    const track = layer && trackAt(project, layer, ref.track);
    const keys = keysOf(track?.channel ?? null) as readonly Key[];
    const i = keys.findIndex((key) => key.id === ref.key);
    return track?.channel && i >= 0 ? [{ key: keys[i]!, type: track.spec.type, leg: legAfter(track.channel, track.spec.type, keys, i), length: (keys[i + 1]?.at ?? keys[i]!.at) - keys[i]!.at, label: track.spec.label }] : [];
  }), [project, composition, legs]);
  const curves = found.map(({ key }) => (key.curve as KeyCurve | null | undefined) ?? null);
  const same = curves.every((one) => JSON.stringify(one) === JSON.stringify(curves[0]));
  const now = same ? (curves[0] ?? null) : null;
  const [wanted, setWanted] = useState<Side | null>(null);
  const side = wanted ?? now?.side ?? 'out';
  const [first] = found;
  if (!first) return null;
  const args = { composition: composition.id, keys: legs };
  const give = (curve: KeyCurve | null) => void editor.do('keys.set', { ...args, fields: { curve } } as never);
  /** What all of the motions have in common, one number at a time. */
  const at = (name: 'leaves' | 'arrives' | 'out' | 'into'): number | null => {
    const one = first.leg?.[name] ?? null;
    return found.every(({ leg }) => (leg?.[name] ?? null) === one) ? one : null;
  };
  const field = (name: 'leaves' | 'arrives', label: string) => (
    <TypedField
      label={label} edited={at(name) === null ? '' : showNumber(at(name)!)} shown={at(name) === null ? (now ? 'by its curve' : 'mixed') : `${showNumber(at(name)!)} f`} title="Frames, or percent of the motion’s length"
      read={(text): Reading<Pull> => {
        const percent = /%\s*$/.test(text);
        const reading = readNumber(text.replace(/%\s*$/, ''), at(name) ?? 0, percent ? '' : 'f');
        if (!reading.ok) return reading;
        const most = percent ? 100 : Math.max(...found.map(({ length }) => length));
        if (reading.value < 0 || reading.value > most) return { ok: false, why: `From 0 to ${showNumber(most)}${percent ? ' %' : ' f'}.` };
        return { ok: true, value: { [name]: reading.value, percent }, read: percent ? `${showNumber(reading.value)} % of its length` : reading.read };
      }}
      onSet={(pull: Pull) => void editor.do('keys.pull', { ...args, ...pull } as never)}
    />
  );
  const scalar = found.every(({ type }) => type === 'N');
  const worth = scalar ? 1 : 100;
  const past = (name: 'out' | 'into', label: string) => (
    <TypedField
      label={label} title="How far the handle stands from the key: below or above both keys the motion goes past them" edited={at(name) === null ? '' : showNumber(at(name)! * worth)} shown={at(name) === null ? 'mixed' : `${showNumber(at(name)! * worth)}${scalar ? '' : ' %'}`}
      read={(text) => readNumber(text, (at(name) ?? 0) * worth, scalar ? '' : '%')} onSet={(value: number) => void editor.do('keys.pull', { ...args, [name]: value / worth } as never)}
    />
  );
  // Held motions and those that run by a curve have no handles.
  const bent = found.every(({ leg }) => leg !== null);
  const own = inOrder(project.presets).filter((preset) => preset.of === 'curve');
  const mixes = found.every(({ type }) => type === 'N' || type === 'P' || type === 'C' || type === 'S');
  if (!mixes) return null;
  return (
    <Group title="Motion">
      <p className="col-span-full -mt-0.5 truncate pb-0.5 text-[12.5px] text-muted">{found.length === 1 ? `${first.label}, ${showNumber(first.length)} f to the next key` : `${found.length} motions`}</p>
      <Labelled full name="Leaves over" field="motion-leaves">{field('leaves', 'Frames over which it leaves')}</Labelled>
      <Labelled full name="Arrives over" field="motion-arrives">{field('arrives', 'Frames over which it arrives')}</Labelled>
      {bent && <Labelled full name="Leaves by" field="motion-out">{past('out', 'How far its leaving handle stands out')}</Labelled>}
      {bent && <Labelled full name="Arrives by" field="motion-into">{past('into', 'How far its arriving handle stands out')}</Labelled>}
      <div role="radiogroup" aria-label="On which side the curve bends" className="col-span-full flex gap-1 pt-1">
        {SIDES.map(([one, words]) => <button key={one} type="button" role="radio" aria-checked={side === one} onClick={() => { setWanted(one); if (now && (now.side ?? 'in') !== one) give({ ...now, side: one }); }} className={`h-6 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${side === one ? 'bg-lifted text-paper ring-line' : 'text-muted ring-line hover:bg-lifted'}`}>{words}</button>)}
      </div>
      <div role="group" aria-label="Curves" className="col-span-full grid grid-cols-6 gap-1 pt-0.5">
        {CURVES.map(({ kind, title, amount }) => (
          <CurveTile
            key={kind} title={title} at={prepareCurve({ kind, side, ...(now?.kind === kind ? { amount: now.amount, swings: now.swings } : {}) }).at} on={now?.kind === kind} strength={now?.kind === kind ? (now.amount ?? amount) : amount}
            onPress={() => give(now?.kind === kind && (now.side ?? 'in') === side ? null : { kind, side })}
            pull={(strength) => ({ ...args, fields: { curve: { kind, side, amount: strength, ...(now?.kind === kind && typeof now.swings === 'number' ? { swings: now.swings } : {}) } } })}
          />
        ))}
        {own.map((preset) => {
          const data = preset.data as { readonly kind?: string; readonly ease?: readonly [number, number, number, number] };
          const press = () => (data.ease ? void editor.do('keys.pull', { ...args, leaves: data.ease[0] * 100, arrives: (1 - data.ease[2]) * 100, percent: true } as never) : give(data as KeyCurve));
          return (
            <span key={preset.id} className="relative">
              <CurveTile title={preset.name} at={data.ease ? prepareEase(...data.ease) : prepareCurve(data as KeyCurve).at} on={JSON.stringify(now) === JSON.stringify(data)} strength={null} onPress={press} pull={null} />
              <span className="absolute -top-1 -right-1"><IconButton className="h-4 w-4! bg-deep" label={`Delete the curve ${preset.name}`} onClick={() => void editor.do('presets.delete', { preset: preset.id })}><Trash2 size={9} /></IconButton></span>
            </span>
          );
        })}
        {now && !own.some((preset) => JSON.stringify(preset.data) === JSON.stringify(now)) && (
          <button type="button" title="Keep this curve with the project" aria-label="Keep this curve with the project" onClick={() => void editor.do('presets.add', { name: `${CURVES.find((one) => one.kind === now.kind)?.title ?? 'Curve'} of ours`, of: 'curve', data: now })} className="grid h-11 place-items-center rounded-md text-muted ring-1 ring-line ring-inset hover:bg-lifted hover:text-paper"><Plus size={14} aria-hidden="true" /></button>
        )}
      </div>
    </Group>
  );
});

/** How many pixels of a drag sideways are as much again of a curve's strength. */
const FULL = 120;

/** A curve as a small picture of itself: a press takes it, a drag sideways makes it stronger or weaker. */
function CurveTile({ title, at, on, strength, onPress, pull }: { readonly title: string; readonly at: (u: number) => number; readonly on: boolean; readonly strength: number | null; readonly onPress: () => void; readonly pull: ((strength: number) => object) | null }) {
  const editor = useEditor();
  const path = useMemo(() => {
    const dots = Array.from({ length: 41 }, (_, k) => at(k / 40));
    const [low, high] = [Math.min(0, ...dots), Math.max(1, ...dots)];
    return dots.map((p, k) => `${k === 0 ? 'M' : 'L'}${(4 + (k / 40) * 44).toFixed(1)} ${(24 - ((p - low) / (high - low)) * 20).toFixed(1)}`).join('');
  }, [at]);
  const onPointerDown = (event: React.PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0 || !pull || strength === null) return;
    const from = event.clientX;
    const ids = gestureIds();
    let next: number | null = null;
    followPointer(event.currentTarget, event.pointerId, (now) => {
      const by = now.clientX - from;
      if (next === null && Math.abs(by) < 4) return;
      next = Math.max(0, Math.round(strength * (1 + by / FULL) * 100) / 100);
      editor.tryOut('keys.set', pull(next) as never);
    }, (keep) => {
      if (next === null) return;
      if (keep) editor.do('keys.set', pull(next) as never, ids());
      else editor.letGo();
    }, false);
  };
  const step = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (way === 0 || !pull || strength === null || !on) return;
    event.preventDefault();
    event.stopPropagation();
    editor.nudge(`strength ${title}`, 'keys.set', pull(Math.max(0, Math.round((strength + way * (event.shiftKey ? 1 : 0.1)) * 100) / 100)) as never);
  };
  const words = strength === null ? title : `${title}: drag sideways for how strong it is${on ? `, now ${showNumber(strength)}` : ''}`;
  return (
    <button type="button" aria-pressed={on} aria-label={on && strength !== null ? `${title}, strength ${showNumber(strength)}` : title} title={words} onClick={onPress} onPointerDown={onPointerDown} onKeyDown={step} className={`flex h-11 w-full min-w-0 touch-none flex-col items-center rounded-md pt-0.5 ring-1 ring-inset ${on ? 'bg-lifted ring-amber' : 'ring-line hover:bg-lifted'}`}>
      <svg viewBox="0 0 52 28" width="46" height="25" aria-hidden="true"><path d={path} fill="none" stroke={on ? 'var(--color-amber)' : 'var(--color-paper)'} strokeWidth="1.5" /></svg>
      <span className="max-w-full truncate px-0.5 text-[12px] leading-none text-muted">{title}</span>
    </button>
  );
}
