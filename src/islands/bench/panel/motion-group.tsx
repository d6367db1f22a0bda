import { memo, useMemo, useState } from 'react';
import { easeAfter, keysOf, legAfter, type KeyRef, type Pull } from '../../../core/commands';
import { CURVES, curvePast, pastEnds, prepareCurve, usualAmount, type KeyCurve } from '../../../core/keys';
import { trackAt } from '../../../core/scene';
import { member, type Channel, type Composition, type Project } from '../../../core/model';
import { TypedField, type Reading } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { CurveTile } from './curve-tile';
import { Group } from './group';
import { Labelled } from './labelled';
import { OwnCurves } from './own-curves';
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
    return track?.channel && i >= 0 ? [{ key: keys[i]!, type: track.spec.type, leg: legAfter(track.channel, track.spec.type, keys, i), ease: easeAfter(track.channel, track.spec.type, keys, i), length: (keys[i + 1]?.at ?? keys[i]!.at) - keys[i]!.at, label: track.spec.label }] : [];
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
      label={label} title="How far the handle stands from the key: below or above both keys the motion goes past them" disabled={!bent} edited={at(name) === null ? '' : showNumber(at(name)! * worth)} shown={!bent ? (now ? 'by its curve' : 'held') : at(name) === null ? 'mixed' : `${showNumber(at(name)! * worth)}${scalar ? '' : ' %'}`}
      read={(text) => readNumber(text, (at(name) ?? 0) * worth, scalar ? '' : '%')} onSet={(value: number) => void editor.do('keys.pull', { ...args, [name]: value / worth } as never)}
    />
  );
  const ease = first.ease && found.every((one) => one.ease?.every((part, n) => Math.abs(part - first.ease![n]!) < 1e-6)) ? first.ease : null;
  // Held motions and those that run by a curve have no handles.
  const bent = found.every(({ leg }) => leg !== null);
  const usual = now ? usualAmount(now.kind) : null;
  const strong = now && usual ? Math.round(((now.amount ?? usual) / usual) * 1e4) / 100 : 100;
  const beyond = same ? (now ? Math.round(pastEnds(now) * 1e4) / 100 : 0) : null;
  const mixes = found.every(({ type }) => type === 'N' || type === 'P' || type === 'C' || type === 'S');
  if (!mixes) return null;
  return (
    <Group title="Motion">
      <p className="col-span-full -mt-0.5 truncate pb-0.5 text-[12.5px] text-muted">{found.length === 1 ? `${first.label}, ${showNumber(first.length)} f to the next key` : `${found.length} motions`}</p>
      <Labelled full name="Leaves over" field="motion-leaves">{field('leaves', 'Frames over which it leaves')}</Labelled>
      <Labelled full name="Arrives over" field="motion-arrives">{field('arrives', 'Frames over which it arrives')}</Labelled>
      <Labelled full name="Leaves by" field="motion-out">{past('out', 'How far its leaving handle stands out')}</Labelled>
      <Labelled full name="Arrives by" field="motion-into">{past('into', 'How far its arriving handle stands out')}</Labelled>
      <Labelled full name="Strength" field="motion-strength">
        <TypedField
          label="Strength of the curve" disabled={usual === null} title={usual === null ? 'Press a curve that has a strength: 100 % is as it mostly is' : '100 % is as the curve mostly is'} edited={usual === null ? '' : showNumber(strong)} shown={usual === null ? 'no curve' : `${showNumber(strong)} %`}
          read={(text) => { const reading = readNumber(text, strong, '%'); return !reading.ok || reading.value >= 0 ? reading : { ok: false, why: 'From 0 % on.' }; }} onSet={(percent: number) => { if (now && usual !== null) give({ ...now, amount: Math.round(percent * usual * 100) / 1e4 }); }}
        />
      </Labelled>
      <Labelled full name="Goes past" field="motion-past">
        <TypedField
          label="How far it goes past its ends" title="Percent of its way: the curve that goes so far past is given" edited={beyond === null ? '' : showNumber(beyond)} shown={beyond === null ? 'mixed' : `${showNumber(beyond)} %`}
          read={(text) => { const reading = readNumber(text, beyond ?? 0, '%'); return !reading.ok || (reading.value >= 0 && reading.value <= 1000) ? reading : { ok: false, why: 'From 0 to 1000 %.' }; }} onSet={(percent: number) => give(percent === 0 ? null : curvePast(percent / 100, side))}
        />
      </Labelled>
      <div role="radiogroup" aria-label="On which side the curve bends" className="col-span-full flex gap-1 pt-1">
        {SIDES.map(([one, words]) => <button key={one} type="button" role="radio" aria-checked={side === one} onClick={() => { setWanted(one); if (now && (now.side ?? 'in') !== one) give({ ...now, side: one }); }} className={`h-6 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${side === one ? 'bg-lifted text-paper ring-line' : 'text-muted ring-line hover:bg-lifted'}`}>{words}</button>)}
      </div>
      <div role="group" aria-label="Curves" className="col-span-full grid grid-cols-6 gap-1 pt-0.5">
        {CURVES.map(({ kind, title, amount }) => (
          <CurveTile
            key={kind} title={title} at={prepareCurve({ kind, side, ...(now?.kind === kind ? { amount: now.amount, swings: now.swings } : {}) }).at} on={now?.kind === kind} strength={now?.kind === kind ? (now.amount ?? amount) : amount} usual={amount}
            onPress={() => give(now?.kind === kind && (now.side ?? 'in') === side ? null : { kind, side })}
            pull={(strength) => ({ ...args, fields: { curve: { kind, side, amount: strength, ...(now?.kind === kind && typeof now.swings === 'number' ? { swings: now.swings } : {}) } } })}
          />
        ))}
        <OwnCurves project={project} legs={args} curve={now} ease={ease} />
      </div>
    </Group>
  );
});
