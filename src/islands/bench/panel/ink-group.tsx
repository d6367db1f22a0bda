import { canChange } from '../../../core/scene';
import { Plus, X } from 'lucide-react';
import { isInked } from '../../../core/commands';
import { inOrder, type Composition, type Layer, type LayerOf, type Project } from '../../../core/model';
import { Button, IconButton, Select, TypedField } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { ChannelField } from './channel-field';
import { Group } from './group';
import { Labelled } from './labelled';
import { readNumber } from './read-number';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[]; readonly frame: number };
type Inked = LayerOf<'shape'> | LayerOf<'text'>;

const KINDS = [['none', 'None'], ['flat', 'Flat'], ['linear', 'Linear'], ['radial', 'Radial']] as const;

/** What a shape or a text is filled and drawn with. */
export function InkGroups(props: Props) {
  const editor = useEditor();
  const { composition, layers } = props;
  const inked = layers.filter((layer): layer is Inked => isInked(layer));
  if (inked.length !== layers.length || inked.length === 0) return null;
  const ids = layers.map((layer) => layer.id);
  const [first] = inked;
  const kind = inked.every((layer) => layer.fill.kind === first!.fill.kind) ? first!.fill.kind : '';
  const stroke = first!.stroke;
  const stroked = inked.some((layer) => { const width = layer.stroke.channels.width; return width !== undefined && (width.value > 0 || canChange(width as never)); });
  const bounds = (id: string) => editor.store.getState().shown?.layers.find((layer) => layer.id === id)?.bounds ?? null;
  const set = (part: 'fill' | 'stroke', fields: Readonly<Record<string, unknown>>) => editor.do('inks.set', { composition: composition.id, layers: ids, part, fields });
  const field = (channel: string, wide = false) => <ChannelField key={channel} {...props} channel={channel} wide={wide} />;
  const isRun = kind === 'linear' || kind === 'radial';
  const [only] = inked.length === 1 ? inked : [];
  return (
    <>
      <Group title="Fill" field="fill-kind" beside={<Select label="Kind of fill" value={kind} onChange={(next) => editor.do('inks.kind', { composition: composition.id, layers: ids, kind: next as Inked['fill']['kind'], frame: props.frame, boxes: Object.fromEntries(ids.map((id) => [id, bounds(id)])) })} options={[...(kind === '' ? [['', 'mixed'] as const] : []), ...KINDS]} />}>
        {kind === 'flat' && field('fill.colour', true)}
        {isRun && field('fill.from')}
        {isRun && field('fill.to')}
        {isRun && only && inOrder(only.fill.stops).map((stop) => (
          <div key={stop.id} className="col-span-full flex items-center gap-1">
            <div className="@container min-w-0 grow"><div className="grid grid-cols-1 gap-x-2 @min-[360px]:grid-cols-2">{field(`${stop.id}.at`)}{field(`${stop.id}.colour`)}</div></div>
            <IconButton className="h-6" label="Take this colour out" disabled={only.fill.stops.order.length <= 2} onClick={() => editor.do('stops.delete', { composition: composition.id, layer: only.id, stop: stop.id })}><X size={13} /></IconButton>
          </div>
        ))}
        {isRun && only && <div className="col-span-full"><Button tone="plain" className="px-1 text-muted" onClick={() => editor.do('stops.add', { composition: composition.id, layer: only.id })}><Plus size={13} aria-hidden="true" />Add a colour</Button></div>}
        {kind !== 'none' && inked.every((layer) => layer.kind === 'shape' && layer.shape === 'path') && (
          <label className="col-span-full flex items-center gap-2 text-muted"><input type="checkbox" className="size-[16px] accent-leaf" checked={first!.kind === 'shape' && first!.rule === 'evenodd'} onChange={(event) => editor.do('layers.set', { composition: composition.id, layers: ids, field: 'rule', value: event.target.checked ? 'evenodd' : 'nonzero' })} />Overlaps are holes</label>
        )}
      </Group>
      <Group title="Stroke">
        {field('stroke.width')}
        {stroked && field('stroke.colour')}
        {stroked && (
          <>
            <Labelled name="Dashes" field="dashes"><TypedField label="Dashes of the stroke" edited={stroke.dash.join(' ')} shown={stroke.dash.length === 0 ? 'none' : stroke.dash.join(' ')} onSet={(dash: readonly number[]) => set('stroke', { dash })} read={readDashes} /></Labelled>
            {stroke.dash.length > 0 && field('stroke.dashShift')}
            <Labelled name="Ends" field="ends"><Select label="Ends of the stroke" value={stroke.cap} onChange={(cap) => set('stroke', { cap })} options={[['butt', 'Cut off'], ['round', 'Round'], ['square', 'Square']]} /></Labelled>
            <Labelled name="Corners" field="corners"><Select label="Corners of the stroke" value={stroke.join} onChange={(join) => set('stroke', { join })} options={[['miter', 'Pointed'], ['round', 'Round'], ['bevel', 'Cut off']]} /></Labelled>
            {stroke.join === 'miter' && <Labelled name="Miter" field="miter"><TypedField label="Miter limit of the stroke" title="How long a point may grow, in stroke widths, before it is cut off" edited={String(stroke.miter)} shown={String(stroke.miter)} onSet={(miter: number) => set('stroke', { miter })} read={(text) => { const reading = readNumber(text, stroke.miter, ''); return reading.ok && reading.value < 1 ? { ok: false, why: 'A miter limit is 1 or more.' } : reading; }} /></Labelled>}
            {field('stroke.trimFrom')}
            {field('stroke.trimTo')}
            {field('stroke.trimShift')}
          </>
        )}
      </Group>
    </>
  );
}

/** Lengths of dashes and gaps with spaces between; nothing is a whole line. */
function readDashes(text: string) {
  const bare = text.trim().replace(/^none$/, '');
  const dash = bare === '' ? [] : bare.split(/[\s,]+/).map(Number);
  if (dash.some((length) => !Number.isFinite(length) || length < 0) || dash.length > 12) return { ok: false, why: 'Type lengths in px with spaces between, as in 8 4; or none.' } as const;
  return { ok: true, value: dash, read: dash.length === 0 ? 'a whole line' : `${dash.join(', ')} px` } as const;
}
