import { memo } from 'react';
import { NO_MOMENTS } from '../../../core/commands';
import type { Composition, Layer } from '../../../core/model';
import { readTypedTime } from '../../../core/time';
import { TypedField } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { Group } from './group';
import { Labelled } from './labelled';
import { PlainInput } from './marker-list';
import { showNumber } from './read-number';
import { StaggerLine } from './stagger-line';

/** When layers are seen: from where, until before where, and at which frame their own time begins. */
export const BarGroup = memo(function BarGroup({ composition, layers }: { readonly composition: Composition; readonly layers: readonly Layer[] }) {
  const editor = useEditor();
  const ids = layers.map((layer) => layer.id);
  const [only] = layers.length === 1 ? layers : [];
  const disabled = layers.every((layer) => layer.locked);
  const same = (pick: (layer: Layer) => number | undefined) => (layers.every((layer) => pick(layer) === pick(layers[0]!)) ? pick(layers[0]!) : undefined);
  const [from, until] = [same((layer) => layer.spans[0]?.[0]), same((layer) => layer.spans[layer.spans.length - 1]?.[1])];
  const field = (label: string, value: number | undefined, onSet: (at: number) => void, wrong: (at: number) => string | null = () => null) => (
    <TypedField
      label={label} disabled={disabled} edited={value === undefined ? '' : showNumber(value)} shown={value === undefined ? 'mixed' : `${showNumber(value)} f`} onSet={onSet}
      read={(text) => {
        const reading = readTypedTime(text, { at: value ?? 0, rate: composition.rate, tempo: composition.tempo });
        const why = reading.ok ? wrong(reading.at) : null;
        return !reading.ok ? reading : why === null ? { ok: true, value: reading.at, read: reading.read } : { ok: false, why };
      }}
    />
  );
  if (layers.every((layer) => layer.spans.length === 0)) return null;
  return (
    <Group title="Bar">
      <Labelled full name="Seen from" field="from">{field('Seen from', from, (at) => editor.do('layers.trim', { composition: composition.id, layers: ids, end: 'start', at }), (at) => (until !== undefined && at >= until ? `It is seen until ${showNumber(until)}: begin before that.` : null))}</Labelled>
      <Labelled full name="Until" field="until">{field('Seen until', until, (at) => editor.do('layers.trim', { composition: composition.id, layers: ids, end: 'end', at }), (at) => (from !== undefined && at <= from ? `It is seen from ${showNumber(from)}: end after that.` : null))}</Labelled>
      {only && <Labelled full name="Starts at" field="start">{field('Starts at', only.start, (at) => editor.do('time.shift', { ...NO_MOMENTS, composition: composition.id, slide: ids, by: at - only.start }))}</Labelled>}
      <StaggerLine composition={composition} layers={ids} />
      {only && <div data-field="note" className="col-span-full"><PlainInput label={`Note on ${only.name}`} value={only.note} placeholder="Note" onSet={(note) => editor.do('layers.set', { composition: composition.id, layers: ids, field: 'note', value: note })} /></div>}
    </Group>
  );
});
