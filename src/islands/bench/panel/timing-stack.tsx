import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { memo, useEffect, useRef } from 'react';
import { birthAt } from '../../../core/commands';
import { timingOf } from '../../../core/scene';
import { hasContentTime, inOrder, type Composition, type Layer, type OperatorEntry, type Project } from '../../../core/model';
import { isPassedOver, OPERATORS, operatorOf, tellTime, type OperatorField, type OperatorFields } from '../../../core/timing';
import { Button, IconButton, Menu, Select, TypedField, type Reading } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { MapGlyph } from './map-glyph';
import { readNumber, showNumber } from './read-number';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer };

/** The operators on a layer, in the order that time falls through them. */
export const TimingStack = memo(function TimingStack({ project, composition, layer }: Props) {
  const editor = useEditor();
  const nodes = inOrder(layer.timing);
  const { length } = birthAt(project, composition, layer, 0);
  const what = hasContentTime(layer.kind) ? 'how the picture time runs inside this bar' : 'how the time of its keys runs';
  return (
    <section>
      <h3 className="flex items-baseline gap-2.5 pb-1.5">
        <span className="font-medium">Timing</span>
        <span className="truncate text-[12px] text-muted">{what}</span>
      </h3>
      <ol className="flex flex-col gap-1.5">
        {nodes.map((node) => <OperatorRow key={node.id} project={project} composition={composition} layer={layer} node={node as OperatorEntry} length={length} />)}
      </ol>
      <div className="pt-2">
        <Menu
          trigger={<Button disabled={layer.locked}><Plus size={13} aria-hidden="true" /> Add timing</Button>}
          entries={OPERATORS.map((definition) => ({
            label: definition.title,
            about: definition.about,
            onPick: () => editor.do('timing.add', { composition: composition.id, layer: layer.id, op: definition.op, frame: editor.store.getState().frame }),
          }))}
        />
      </div>
    </section>
  );
});

function OperatorRow({ project, composition, layer, node, length }: Props & { readonly node: OperatorEntry; readonly length: number }) {
  const editor = useEditor();
  const chosen = useEditorState((state) => state.selection.operator) === node.id;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (chosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const definition = operatorOf(node.op);
  const title = definition?.title ?? `${node.op.charAt(0).toUpperCase()}${node.op.slice(1)}`;
  const map = timingOf(project, composition, layer).stack.steps.find((step) => step.id === node.id)?.map;
  const set = (fields: Readonly<Record<string, unknown>>) => editor.do('timing.set', { composition: composition.id, layer: layer.id, operator: node.id, fields });
  return (
    <li ref={row} className={`rounded-md bg-raised px-2.5 py-1.5 ${chosen ? 'ring-1 ring-leaf' : ''}`}>
      <div className="flex items-center gap-2">
        <button type="button" onClick={() => editor.select({ operator: chosen ? null : node.id })} className={`shrink-0 font-medium ${node.off ? 'text-muted' : ''}`} aria-expanded={chosen}>{title}</button>
        <span className="min-w-0 grow truncate text-[12px] text-muted">{node.off ? 'off' : isPassedOver(node as never) ? 'kept, not played yet' : definition!.tell(node as never)}</span>
        {map && <MapGlyph map={map} length={length} off={node.off} />}
        <button type="button" role="switch" aria-checked={!node.off} aria-label={`${title} is on`} title={node.off ? 'Off: passed over' : 'On'} disabled={layer.locked} onClick={() => set({ off: !node.off })} className={`h-6 w-10 shrink-0 rounded-full p-1 ${node.off ? 'bg-lifted' : 'bg-leaf'}`}>
          <span aria-hidden="true" className={`block size-4 rounded-full bg-ground transition-transform ${node.off ? '' : 'translate-x-4'}`} />
        </button>
        {layer.timing.order.length > 1 && ([-1, 1] as const).map((by) => (
          <IconButton key={by} className="h-6 -mx-1.5" label={`Move ${title} ${by < 0 ? 'up' : 'down'}`} disabled={layer.locked || layer.timing.order[by < 0 ? 0 : layer.timing.order.length - 1] === node.id} onClick={() => editor.do('timing.order', { composition: composition.id, layer: layer.id, operator: node.id, by })}>{by < 0 ? <ChevronUp size={13} /> : <ChevronDown size={13} />}</IconButton>
        ))}
        <IconButton label={`Take ${title} off`} disabled={layer.locked} onClick={() => editor.do('timing.delete', { composition: composition.id, layer: layer.id, operator: node.id })}><X size={13} /></IconButton>
      </div>
      {definition && (
        <div className="grid grid-cols-2 gap-x-3 gap-y-1 pt-1">
          {Object.entries(definition.fields as OperatorFields).filter(([, { onlyWith, kept, holds }]) => !kept && holds !== 'keys' && holds !== 'cuts' && (!onlyWith || (node as Record<string, unknown>)[onlyWith[0]] === onlyWith[1])).map(([name, field]) => (
            <OperatorInput key={name} title={title} field={field} value={(node as Record<string, unknown>)[name]} disabled={layer.locked} onSet={(value) => set({ [name]: value })} />
          ))}
        </div>
      )}
    </li>
  );
}

function OperatorInput({ title, field, value, onSet, disabled }: { readonly title: string; readonly field: OperatorField; readonly value: unknown; readonly onSet: (value: unknown) => void; readonly disabled: boolean }) {
  const label = `${field.label} of ${title}`;
  const factor = field.unit === 'factor' ? 100 : 1;
  const unit = field.unit === 'factor' ? '%' : field.unit === 'frames' ? 'f' : '';
  const none = field.none ?? 'none';
  if (field.holds === 'choice') {
    return (
      <div className="grid grid-cols-[64px_minmax(0,1fr)] items-center gap-1.5">
        <span className="truncate text-muted" title={field.label}>{field.label}</span>
        <Select label={label} tone="inset" value={String(value)} disabled={disabled} onChange={onSet} options={field.choices.map((choice) => [choice, field.words[choice]!] as const)} />
      </div>
    );
  }
  const number = typeof value === 'number' ? value * factor : 0;
  const read = (text: string): Reading<number | null> => {
    if (text.trim() === '' && value === null) return { ok: true, value: null, read: none };
    if (field.start === null && (/^-?$/.test(text.trim()) || text.trim() === none)) return { ok: true, value: null, read: none };
    const reading = readNumber(text, number, unit);
    return reading.ok ? { ...reading, value: reading.value / factor } : reading;
  };
  const text = value === null || value === undefined ? none : typeof value === 'string' ? value : typeof value === 'object' ? tellTime(value as never) : showNumber(number);
  return (
    <div className="grid grid-cols-[64px_minmax(0,1fr)] items-center gap-1.5">
      <span className="truncate text-muted" title={field.label}>{field.label}</span>
      <TypedField label={label} edited={text} shown={typeof value === 'number' && unit !== '' ? `${text} ${unit}` : text} read={read} onSet={onSet} disabled={disabled} onStep={(direction, large) => onSet((number + direction * (large ? 10 : 1)) / factor)} tone="inset" />
    </div>
  );
}
