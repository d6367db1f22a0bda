import { Plus, X } from 'lucide-react';
import { DIAL_TYPES, type DialType } from '../../../core/commands';
import { tracksOf } from '../../../core/scene';
import { inOrder, type Composition, type Layer, type LayerOf, type Project } from '../../../core/model';
import { IconButton, InPlace, Menu, Select, TypedField, type Reading } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { ChannelField } from './channel-field';
import { Group } from './group';
import { readNumber, showNumber } from './read-number';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[]; readonly frame: number };

const TYPES: Readonly<Record<DialType, string>> = { number: 'number', angle: 'angle', point: 'point', colour: 'colour', switch: 'switch', choice: 'choice', text: 'text' };

/** The dials of a layer: their values, keyed and driven as any track, and beside each what it is. */
export function DialsGroup({ project, composition, layers, frame }: Props) {
  const editor = useEditor();
  const [layer] = layers;
  if (layers.length !== 1 || layer?.kind !== 'dials') return null;
  const add = (type: DialType) => void editor.do('dials.add', { layer: layer.id, type });
  return (
    <Group title="Dials" plain beside={<span className="flex justify-end"><Menu trigger={<button type="button" disabled={layer.locked} className="flex h-6 items-center gap-1 rounded-md px-2 text-[12.5px] hover:bg-raised"><Plus size={12} aria-hidden="true" /> Add a dial</button>} entries={DIAL_TYPES.map((type) => ({ label: `${TYPES[type][0]!.toUpperCase()}${TYPES[type].slice(1)}`, onPick: () => add(type) }))} /></span>}>
      {layer.dials.order.length === 0 && <p className="text-[12.5px] text-muted">No dials yet. A dial is a value with a name, which formulas read as {layer.name}.Name.</p>}
      <div className="flex flex-col gap-2">
        {inOrder(layer.dials).map((dial) => <DialRow key={dial.id} project={project} composition={composition} layer={layer} dial={dial} frame={frame} />)}
      </div>
    </Group>
  );
}

type Dial = LayerOf<'dials'>['dials']['by'][string];

function DialRow({ project, composition, layer, dial, frame }: Omit<Props, 'layers'> & { readonly layer: LayerOf<'dials'>; readonly dial: Dial }) {
  const editor = useEditor();
  const set = (fields: object) => void editor.do('dials.set', { layer: layer.id, dial: dial.id, fields });
  const isNumber = dial.type === 'number' || dial.type === 'angle';
  return (
    <div role="group" aria-label={`Dial ${dial.name}`} className="flex flex-col gap-1 rounded-md bg-raised/40 px-2 py-1.5">
      <div className="flex items-center gap-1.5 text-[12.5px]">
        <span className="min-w-0 grow font-medium"><InPlace label={`Name of the dial ${dial.name}`} value={dial.name} onSet={(name) => set({ name })} /></span>
        <span className="w-[84px]"><Select label={`Kind of ${dial.name}`} value={dial.type} onChange={(type) => set({ type })} options={DIAL_TYPES.map((type) => [type, TYPES[type]] as const)} disabled={layer.locked} /></span>
        <label className="flex items-center gap-1 text-[12px] text-muted" title="Nests of this composition show it, and can set it for themselves"><input type="checkbox" className="size-[14px] accent-leaf" checked={dial.public} disabled={layer.locked} aria-label={`${dial.name} is public`} onChange={(event) => set({ public: event.target.checked })} />public</label>
        <IconButton className="h-5 w-5!" label={`Delete the dial ${dial.name}`} disabled={layer.locked} onClick={() => void editor.do('dials.delete', { layer: layer.id, dials: [dial.id] })}><X size={12} /></IconButton>
      </div>
      <ChannelField project={project} composition={composition} layers={[layer]} channel={`${dial.id}.value`} frame={frame} wide named="Value" />
      {isNumber && dial.range && <Slider project={project} composition={composition} layer={layer} dial={dial} frame={frame} />}
      {isNumber && (
        <div className="grid grid-cols-3 gap-1 text-[12px] text-muted">
          <Small label="from" value={dial.range?.[0] ?? null} onSet={(low) => set({ range: low === null ? null : [low, Math.max(low + 1e-6, dial.range?.[1] ?? low + 100)] })} />
          <Small label="to" value={dial.range?.[1] ?? null} onSet={(high) => set({ range: high === null ? null : [Math.min(high - 1e-6, dial.range?.[0] ?? 0), high] })} />
          {dial.type === 'number' && <span className="flex items-center gap-1">unit<TypedField label={`Unit of ${dial.name}`} edited={dial.unit} shown={dial.unit === '' ? 'none' : dial.unit} read={(text) => ({ ok: true, value: text.trim().slice(0, 40), read: text.trim() === '' ? 'no unit' : text.trim() })} onSet={(unit) => set({ unit })} disabled={layer.locked} /></span>}
        </div>
      )}
      {dial.type === 'choice' && <span className="flex items-center gap-1 text-[12px] text-muted">choices<span className="min-w-0 grow"><TypedField label={`Choices of ${dial.name}`} edited={dial.choices.join(', ')} shown={dial.choices.join(', ')} read={(text) => { const list = text.split(',').map((one) => one.trim()).filter((one) => one !== ''); return list.length > 0 ? { ok: true, value: list, read: list.join(', ') } : { ok: false, why: 'A choice needs something to choose from.' }; }} onSet={(choices) => set({ choices })} className="font-sans" /></span></span>}
    </div>
  );

  function Small({ label, value, onSet }: { readonly label: string; readonly value: number | null; readonly onSet: (value: number | null) => void }) {
    const read = (text: string): Reading<number | null> => (text.trim() === '' ? { ok: true, value: null, read: 'any' } : readNumber(text, value ?? 0, ''));
    return <span className="flex items-center gap-1">{label}<TypedField label={`${dial.name} ${label}`} edited={value === null ? '' : showNumber(value)} shown={value === null ? 'any' : showNumber(value)} read={read} onSet={onSet} disabled={layer.locked} /></span>;
  }
}

function valueOf(layer: LayerOf<'dials'>, dial: Dial, project: Project) {
  return tracksOf(project, layer).find((track) => track.address === `${dial.id}.value`);
}

/** A line to be pulled within the range of a dial. */
function Slider({ project, composition, layer, dial, frame }: Omit<Props, 'layers'> & { readonly layer: LayerOf<'dials'>; readonly dial: Dial }) {
  const editor = useEditor();
  const track = valueOf(layer, dial, project);
  const now = track?.channel ? (track.channel.value as number) : 0;
  const [low, high] = dial.range!;
  const args = (value: number) => ({ values: [{ layer: layer.id, track: `${dial.id}.value`, value }], frame, keying: editor.store.getState().keying });
  return (
    <input type="range" aria-label={`${dial.name}, by pulling`} min={low} max={high} step={dial.step ?? (high - low) / 200} value={now} disabled={layer.locked || (track?.channel?.formula ?? null) !== null} className="h-4 w-full accent-chalk"
      onChange={(event) => void editor.nudge(`dial ${layer.id} ${dial.id}`, 'tracks.set', { composition: composition.id, ...args(Number(event.target.value)) })} />
  );
}

/** The public dials of what nests show, set for each use: they stand first, for they are what the nest is for. */
export function PublicDials({ project, composition, layers, frame }: Props) {
  const editor = useEditor();
  const [layer] = layers;
  if (!layer || !layers.every((one) => one.kind === 'nest' && one.source === (layer as LayerOf<'nest'>).source)) return null;
  const tracks = tracksOf(project, layer).filter((track) => track.path[0] === 'dials');
  if (tracks.length === 0) return null;
  return (
    <Group title="Public dials">
      {tracks.map((track) => (
        <div key={track.address} className="flex items-start gap-1">
          <div className="min-w-0 grow"><ChannelField project={project} composition={composition} layers={layers} channel={track.address} frame={frame} wide /></div>
          {track.channel !== null && <IconButton className="h-6 w-5!" label={`Let ${track.spec.label} be what it is inside`} onClick={() => void editor.do('dials.give', { layers: layers.map(({ id }) => id), dial: track.address, value: null })}><X size={12} /></IconButton>}
        </div>
      ))}
    </Group>
  );
}
