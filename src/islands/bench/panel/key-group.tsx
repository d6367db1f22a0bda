import { memo } from 'react';
import { isHeldKey, keyName, keysOf, type KeyFields, type KeyRef } from '../../../core/commands';
import { keyTimesOf, trackAt, unbent, type Track } from '../../../core/scene';
import { member, type Channel, type Composition, type Layer, type Project } from '../../../core/model';
import { readTypedTime } from '../../../core/time';
import { TypedField, type Reading } from '../../../ui';
import { runAction } from '../editor/actions';
import { useEditor } from '../editor/editor-context';
import { ColourField } from './colour-field';
import { Group } from './group';
import { Labelled } from './labelled';
import { readNumberForEach, showNumber } from './read-number';

type Key = Channel['keys'][string];
type Chosen = { readonly ref: KeyRef; readonly layer: Layer; readonly track: Track; readonly key: Key; readonly i: number; readonly all: readonly Key[]; readonly moment: number };

/** More selected keys than this are named by their number alone. */
const MOST = 2000;

function chosenKeys(project: Project, composition: Composition, refs: readonly KeyRef[]): readonly Chosen[] {
  const tracks = new Map<string, { readonly layer: Layer; readonly track: Track; readonly all: readonly Key[]; readonly place: ReadonlyMap<string, number> } | null>();
  return refs.flatMap((ref): readonly Chosen[] => {
    const name = `${ref.layer}\n${ref.track}`;
    let found = tracks.get(name);
    if (found === undefined) {
      const layer = member(composition.layers.by, ref.layer);
      const track = layer && trackAt(project, layer, ref.track);
      const all = keysOf(track?.channel ?? null) as readonly Key[];
      tracks.set(name, (found = layer && track ? { layer, track, all, place: new Map(all.map((key, i) => [key.id, i])) } : null));
    }
    const i = found?.place.get(ref.key);
    if (!found || i === undefined) return [];
    const { layer, track, all } = found;
    return [{ ref, layer, track, key: all[i]!, i, all, moment: keyTimesOf(project, composition, layer, track).moments(all[i]!.at)[0]?.from ?? unbent(layer, all[i]!.at) }];
  });
}

/** What selected keys are: their time, their value, how long since and until their neighbours. Typing here changes the keys, wherever the playhead is and whether keying is on or not. */
export const KeyGroup = memo(function KeyGroup({ project, composition, refs }: { readonly project: Project; readonly composition: Composition; readonly refs: readonly KeyRef[] }) {
  const editor = useEditor();
  if (refs.length > MOST) return <Group title={`${refs.length} keys`}><p className="col-span-full text-muted">So many are changed together by the actions for keys.</p></Group>;
  const chosen = chosenKeys(project, composition, refs);
  const [first] = chosen;
  if (!first) return null;
  const only = chosen.length === 1 ? first : null;
  const disabled = chosen.every(({ layer }) => layer.locked);
  const set = (fields: KeyFields, each?: readonly KeyFields[]) => void editor.do('keys.set', { composition: composition.id, keys: chosen.map(({ ref }) => ref), fields, ...(each ? { each } : {}) } as never);
  const same = <T,>(pick: (one: Chosen) => T): T | undefined => (chosen.every((one) => JSON.stringify(pick(one)) === JSON.stringify(pick(first))) ? pick(first) : undefined);
  const type = same(({ track }) => track.spec.type);
  const tracks = new Set(chosen.map(({ ref }) => `${ref.layer}\n${ref.track}`)).size;
  const name = only ? `Key of ${only.track.spec.label}` : `${chosen.length} keys${tracks > 1 ? ` of ${tracks} tracks` : ` of ${first.track.spec.label}`}`;
  const at = same(({ moment }) => moment);
  const unit = same(({ track }) => track.spec.unit) ?? '';
  const numbers = type === 'N' ? chosen.map(({ key }) => key.value as number) : null;
  const value = same(({ key }) => key.value);
  const [before, after] = only ? [only.all[only.i - 1], only.all[only.i + 1]] : [];
  const held = chosen.every(({ key }) => isHeldKey(key));
  const smooth = chosen.every(({ key }) => key.right === 'smooth' && key.left === 'smooth');
  const joined = chosen.every(({ key }) => key.joined === true);
  const mixes = type === 'N' || type === 'P' || type === 'C' || type === 'S';
  const arrives = same(({ key }) => key.arrives ?? null);
  const pace = same(({ key }) => (typeof key.pace === 'number' ? key.pace : null));
  return (
    <Group title="Key">
      <p className="col-span-full -mt-0.5 truncate pb-0.5 text-[12.5px] text-muted">
        <span className="text-amber">{name}</span>
        {before && <span className="font-mono text-[12px]">{` · ${showNumber(only!.key.at - before.at)} f after`}</span>}
        {after && <span className="font-mono text-[12px]">{` · ${showNumber(after.at - only!.key.at)} f until`}</span>}
      </p>
      <Labelled full name="At" field="key-at">
        <TypedField
          label="Time of the key" disabled={disabled} edited={at === undefined ? '' : showNumber(at)} shown={at === undefined ? 'mixed' : `${showNumber(at)} f`}
          onSet={(moments: readonly number[]) => set({}, moments.map((moment) => ({ at: moment })))}
          read={(text): Reading<readonly number[]> => {
            const readings = chosen.map(({ moment }) => readTypedTime(text, { at: moment, rate: composition.rate, tempo: composition.tempo }));
            const bad = readings.find((reading) => !reading.ok);
            if (bad && !bad.ok) return bad;
            return { ok: true, value: readings.map((reading) => (reading.ok ? reading.at : 0)), read: readings[0]!.ok ? readings[0]!.read : '' };
          }}
        />
      </Labelled>
      <Labelled full name="Value" field="key-value">
        {numbers ? (
          <TypedField
            label="Value of the key" disabled={disabled} edited={value === undefined ? '' : showNumber(value as number)} shown={value === undefined ? 'mixed' : `${showNumber(value as number)}${unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`}`}
            read={(text) => readNumberForEach(text, numbers, unit)} onSet={(values: readonly number[]) => set({}, values.map((one) => ({ value: one })))}
            onStep={(way, large) => editor.nudge(`key ${chosen.map(({ ref }) => keyName(ref)).join()}`, 'keys.set', { composition: composition.id, keys: chosen.map(({ ref }) => ref), fields: {}, each: numbers.map((one) => ({ value: one + way * (large ? 10 : 1) })) } as never)}
          />
        ) : type === 'P' ? (
          <TypedField
            label="Value of the key" disabled={disabled} edited={value === undefined ? '' : (value as readonly number[]).map(showNumber).join(' ')} shown={value === undefined ? 'mixed' : (value as readonly number[]).map(showNumber).join(', ')}
            read={(text) => { const parts = text.trim().split(/[\s;]+|,\s+/).map(Number); return parts.length === 2 && parts.every(Number.isFinite) ? { ok: true, value: parts, read: parts.join(', ') } : { ok: false, why: 'Type two numbers with a space between them.' }; }}
            onSet={(point: readonly number[]) => set({ value: point })}
          />
        ) : type === 'C' && value !== undefined ? <ColourField label="Value of the key" value={value as readonly [number, number, number, number]} mixed={false} onSet={(colour) => set({ value: colour })} onTry={() => undefined} disabled={disabled} />
          : <span className="truncate px-1.5 py-1 text-[12px] text-muted">{value === undefined ? 'mixed' : typeof value === 'object' ? 'an outline' : String(value)}</span>}
      </Labelled>
      {type === 'N' && (
        <Labelled full name="Arrives on" field="key-arrives">
          <TypedField
            label="Value that the motion arrives on" disabled={disabled} title="The motion arrives on this, then the key’s value is shown: a jump. Empty: it arrives on the value" edited={typeof arrives === 'number' ? showNumber(arrives) : ''} shown={arrives === undefined ? 'mixed' : arrives === null ? 'its value' : `${showNumber(arrives as number)} ${unit}`}
            read={(text): Reading<number | null> => { if (text.trim() === '') return { ok: true, value: null, read: 'on its value' }; const reading = readNumberForEach(text, [typeof arrives === 'number' ? arrives : (numbers?.[0] ?? 0)], unit); return reading.ok ? { ok: true, value: reading.value[0]!, read: reading.read } : reading; }}
            onSet={(next) => set({ arrives: next })}
          />
        </Labelled>
      )}
      {(type === 'N' || type === 'P') && (
        <Labelled full name="Pace" field="key-pace">
          <TypedField
            label="Pace after the key" disabled={disabled} title="Units in a second until the next key, whose time follows. Empty: none" edited={typeof pace === 'number' ? showNumber(pace) : ''} shown={pace === undefined ? 'mixed' : pace === null ? 'none' : `${showNumber(pace)} ${unit}/s`}
            read={(text): Reading<number | null> => { if (text.trim() === '') return { ok: true, value: null, read: 'no pace' }; const reading = readNumberForEach(text.replace(/(px|%|°)?\s*\/\s*s$/, ''), [typeof pace === 'number' ? pace : 100], ''); return !reading.ok ? reading : reading.value[0]! > 0 ? { ok: true, value: reading.value[0]!, read: `${reading.read} ${unit}/s` } : { ok: false, why: 'A pace is more than nothing.' }; }}
            onSet={(next) => set({ pace: next })}
          />
        </Labelled>
      )}
      {mixes && (
        <div role="group" aria-label="How the motion goes through the key" className="col-span-full flex flex-wrap gap-1 pt-0.5">
          <Chip label="Straight" on={!held && !smooth && chosen.every(({ key }) => key.right === undefined && key.left === undefined && !Array.isArray(key.ease))} act={() => runAction(editor, 'keys.straight')} />
          <Chip label="Smooth" on={smooth} act={() => runAction(editor, 'keys.smooth')} />
          <Chip label="Held" on={held} act={() => runAction(editor, 'keys.hold')} />
          {type === 'N' && <Chip label="Joined" title="Both handles on one line: who turns the one turns the other" on={joined} act={() => set({ joined: !joined })} />}
        </div>
      )}
    </Group>
  );
});

function Chip({ label, on, act, title }: { readonly label: string; readonly on: boolean; readonly act: () => void; readonly title?: string }) {
  return <button type="button" aria-pressed={on} title={title} onClick={act} className={`h-6 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${on ? 'bg-amber text-ground ring-amber' : 'ring-line hover:bg-lifted'}`}>{label}</button>;
}
