import { addKeys, deleteKeys, keyAt, keysOf, setValues } from '../../../core/commands';
import { keyTimeAt, sampleChannel } from '../../../core/evaluate';
import type { Composition, FoundChannel, Layer, Project } from '../../../core/model';
import { TypedField } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { PegButton } from './peg-button';
import { readNumber, showNumber } from './read-number';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly found: FoundChannel; readonly frame: number };

/** One channel of a layer: its value at the playhead, typed or stepped, and its peg. */
export function ChannelField({ project, composition, layer, found, frame }: Props) {
  const editor = useEditor();
  const { label } = found.spec;
  const x = keyTimeAt(project, composition, layer, frame);
  const value = sampleChannel(found.channel, found.spec, x);
  const keys = keysOf(found.channel);
  const here = keyAt(keys, x);
  const ref = { layer: layer.id, channel: found.name };
  const set = (next: unknown) => {
    const state = editor.store.getState();
    const draft = setValues(state.project, composition.id, [{ ...ref, value: next }], { frame: state.frame, keying: state.keying, newId: freshId });
    if (editor.run(draft) && !state.keying && keys.length > 0) editor.say(`Keying is off: moves ${keys.length} ${keys.length === 1 ? 'key' : 'keys'} of ${label}.`);
  };
  const peg = () => {
    const state = editor.store.getState();
    editor.run(here ? deleteKeys(state.project, composition.id, [{ ...ref, key: here.id }]) : addKeys(state.project, composition.id, [ref], { frame: state.frame, newId: freshId }));
  };
  return (
    <div className="grid grid-cols-[74px_minmax(0,1fr)_24px] items-center gap-1">
      <span className="truncate text-muted" title={label}>{label}</span>
      <ValueField label={`${label} of ${layer.name}`} found={found} value={value} onSet={set} disabled={layer.locked} />
      <PegButton state={here ? 'here' : keys.length > 0 ? 'elsewhere' : 'none'} label={label} onPress={peg} disabled={layer.locked} />
      {found.channel?.formula && <p className="col-span-3 truncate text-[12px] text-plum" title={found.channel.formula}>Formula kept, not played yet: {found.channel.formula}</p>}
    </div>
  );
}

type ValueProps = { readonly label: string; readonly found: FoundChannel; readonly value: unknown; readonly onSet: (value: unknown) => void; readonly disabled: boolean };

function ValueField({ label, found: { spec }, value, onSet, disabled }: ValueProps) {
  switch (spec.type) {
    case 'N': {
      const number = value as number;
      return (
        <TypedField
          label={label} disabled={disabled} edited={showNumber(number)} shown={`${showNumber(number)}${spec.unit === '' ? '' : spec.unit === '°' ? '°' : ` ${spec.unit}`}`}
          read={(text) => readNumber(text, number, spec.unit)} onSet={onSet} onStep={(direction, large) => onSet(Math.round((number + direction * (large ? 10 : 1)) * 1e6) / 1e6)}
        />
      );
    }
    case 'P': {
      const [x, y] = value as readonly [number, number];
      return (
        <TypedField
          label={label} disabled={disabled} edited={`${showNumber(x)} ${showNumber(y)}`} shown={`${showNumber(x)}, ${showNumber(y)}`}
          read={(text) => {
            const parts = text.trim().split(/[\s;]+|,\s+/).map(Number);
            return parts.length === 2 && parts.every(Number.isFinite) ? { ok: true, value: parts, read: parts.join(', ') } : { ok: false, why: 'Type two numbers with a space between them.' };
          }}
          onSet={onSet}
        />
      );
    }
    case 'C': return <ColourField label={label} value={value as readonly number[]} onSet={onSet} disabled={disabled} />;
    case 'T':
      return <TypedField label={label} disabled={disabled} edited={String(value)} shown={String(value)} read={(text) => ({ ok: true, value: text, read: text })} onSet={onSet} className="font-sans" />;
    case 'S': return <span className="px-2 py-1 font-mono text-[12px] text-muted">{(value as { points: unknown[] }).points.length} corners</span>;
    case 'B': return <input type="checkbox" aria-label={label} checked={value as boolean} disabled={disabled} onChange={(event) => onSet(event.target.checked)} />;
    case 'E': return <span className="px-2 py-1">{String(value)}</span>;
  }
}

/** A colour as #rrggbb with its alpha kept; its swatch stands beside it. */
function ColourField({ label, value, onSet, disabled }: { readonly label: string; readonly value: readonly number[]; readonly onSet: (value: unknown) => void; readonly disabled: boolean }) {
  const hex = `#${value.slice(0, 3).map((part) => Math.round(Math.min(1, Math.max(0, part)) * 255).toString(16).padStart(2, '0')).join('')}`;
  const read = (text: string) => {
    const match = /^#?([0-9a-f]{6})$/i.exec(text.trim());
    if (!match) return { ok: false, why: 'Type a colour as #rrggbb.' } as const;
    const part = (i: number) => Math.round((parseInt(match[1]!.slice(i, i + 2), 16) / 255) * 1000) / 1000;
    return { ok: true, value: [part(0), part(2), part(4), value[3] ?? 1], read: `#${match[1]}` } as const;
  };
  return (
    <span className="flex min-w-0 items-center gap-1.5">
      <input type="color" aria-label={`${label}, picker`} value={hex} disabled={disabled} onChange={(event) => { const reading = read(event.target.value); if (reading.ok) onSet(reading.value); }} className="h-6 w-7 shrink-0 rounded-md bg-raised p-0.5" />
      <TypedField label={label} edited={hex} shown={hex} read={read} onSet={onSet} disabled={disabled} />
    </span>
  );
}
