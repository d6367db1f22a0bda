import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { memo, useEffect, useRef, useState, type PointerEvent } from 'react';
import { birthAt } from '../../../core/commands';
import { sourceOf, timingOf } from '../../../core/scene';
import { hasContentTime, member, type Composition, type Layer, type Project } from '../../../core/model';
import { OPERATORS, operatorOf, type OperatorField, type OperatorFields } from '../../../core/timing';
import { Button, IconButton, Menu, Select, TypedField, type Reading } from '../../../ui';
import { addTiming, runAction } from '../editor/actions';
import { useEditor, useEditorState } from '../editor/editor-context';
import { followPointer } from '../follow-pointer';
import { OperatorFormula } from '../formula/operator-formula';
import { Fields, Group } from './group';
import { KeptStacks } from './kept-stacks';
import { Labelled } from './labelled';
import { MapGlyph } from './map-glyph';
import { readNumber, showNumber, type FieldClock } from './read-number';
import { isTypedList, readList, readMoment, showList, showTime, type TiedTo } from './operator-text';
import { StepFacts } from './step-facts';
import { agreed, sharedSteps, type SharedStep } from './shared-steps';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[] };

/** The operators on layers, in the order that time falls through them: of several layers those that all share, and those that some have. */
export const TimingStack = memo(function TimingStack({ project, composition, layers }: Props) {
  const editor = useEditor();
  const steps = sharedSteps(layers);
  const locked = layers.every((layer) => layer.locked);
  const what = layers.every((layer) => hasContentTime(layer.kind)) ? 'how the picture time runs inside this bar' : 'how the time of its keys runs';
  return (
    <Group title="Timing" plain beside={<BarFollows />}>
      {steps.length === 0 && <p className="pb-1.5 text-[12px] text-muted">{layers.length > 1 ? 'As it is, on all of them.' : `As it is: ${what}.`}</p>}
      <ol className="flex flex-col gap-1.5">
        {steps.map((step) => <OperatorRow key={`${step.node.id} ${step.refs.length}`} project={project} composition={composition} layers={layers} step={step} />)}
      </ol>
      <div className="flex items-center gap-2 pt-2">
        <Menu
          trigger={<Button disabled={locked}><Plus size={13} aria-hidden="true" /> Add timing{layers.length > 1 ? ` to ${layers.length} layers` : ''}</Button>}
          entries={OPERATORS.map((definition) => ({ label: definition.title, about: definition.about, onPick: () => addTiming(editor, definition.op) }))}
        />
        {layers.length === 1 && layers[0]!.timing.order.length > 0 && <Button onClick={() => editor.do('timing.keep', { composition: composition.id, layer: layers[0]!.id, name: null })} title="Keep these steps with the project, to put on other layers">Keep these</Button>}
      </div>
      <KeptStacks project={project} composition={composition} layers={layers} />
    </Group>
  );
});

/** Whether bars follow what is done to their timing. */
function BarFollows() {
  const editor = useEditor();
  const on = useEditorState((state) => state.settings.barFollows);
  return (
    <button type="button" aria-pressed={on} title={on ? 'A bar ends where its last picture is shown, and goes on to the end of the film under a loop: press to leave its ends alone' : 'A bar keeps its ends when its timing is changed: press to let it follow'} onClick={() => runAction(editor, 'timing.follows')} className={`float-right h-6 rounded-full px-2.5 text-[12px] whitespace-nowrap ${on ? 'bg-leaf/20 text-leaf ring-1 ring-leaf/60 ring-inset' : 'text-muted hover:bg-raised hover:text-paper'}`}>Bar follows</button>
  );
}

function OperatorRow({ project, composition, layers, step }: Props & { readonly step: SharedStep }) {
  const editor = useEditor();
  const { node, refs, nodes, all } = step;
  const chosen = useEditorState((state) => refs.some((ref) => ref.operator === state.selection.operator));
  const row = useRef<HTMLLIElement>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  useEffect(() => {
    if (chosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const definition = operatorOf(node.op);
  const title = definition?.title ?? `${node.op.charAt(0).toUpperCase()}${node.op.slice(1)}`;
  const layer = member(composition.layers.by, refs[0]!.layer)!;
  const prepared = layers.length === 1 ? timingOf(project, composition, layer).stack : undefined;
  const map = prepared && [...prepared.steps, ...prepared.keySteps].find((one) => one.id === node.id)?.map;
  const [first, ...also] = refs as readonly [(typeof refs)[number], ...typeof refs];
  const meant = { composition: composition.id, ...first, also };
  const set = (fields: Readonly<Record<string, unknown>>) => editor.do('timing.set', { ...meant, fields, follow: !('off' in fields) && editor.store.getState().settings.barFollows });
  const off = nodes.every((one) => one.off);
  const locked = layers.every((one) => one.locked);
  const tells = off ? 'off' : definition!.tell(node as never);
  const words = !all ? `on ${refs.length} of ${layers.length}` : nodes.every((one) => definition?.tell(one as never) === definition?.tell(node as never)) ? tells : 'each its own numbers';
  const source = sourceOf(project, composition, layer);
  const shown = 'source' in layer ? member(project.compositions.by, layer.source) : undefined;
  const onKeys = node.on === 'keys' || !source;
  const clock: FieldClock = onKeys ? { at: 0, rate: composition.rate, tempo: composition.tempo } : { at: 0, rate: source.rate, tempo: shown?.tempo ?? null };
  const markers = onKeys ? since(layer.markers, layer.start) : since(shown && 'markers' in shown ? shown.markers : {}, source.offset);
  /** The step goes with the pointer, and to the place of the one that it is let go over. */
  const drag = (event: PointerEvent<HTMLElement>) => {
    const mine = row.current!;
    const others = [...mine.parentElement!.children].map((one) => { const { top, height } = one.getBoundingClientRect(); return { one, middle: top + height / 2 }; });
    const here = others.findIndex(({ one }) => one === mine);
    const from = event.clientY;
    let by = 0;
    followPointer(event.currentTarget, event.pointerId, ({ clientY }) => {
      const y = others[here]!.middle + clientY - from;
      by = others.reduce((places, { middle }, i) => places + (i < here && y < middle ? -1 : i > here && y > middle ? 1 : 0), 0);
      if (Math.abs(clientY - from) > 3) setDragged(clientY - from);
    }, (kept) => {
      setDragged(null);
      if (kept && by !== 0) editor.do('timing.order', { ...meant, by });
    }, false);
  };
  return (
    <li ref={row} style={dragged === null ? undefined : { transform: `translateY(${dragged}px)`, position: 'relative', zIndex: 1 }} className={`rounded-md bg-raised px-2.5 py-1.5 ${chosen ? 'ring-1 ring-leaf' : ''} ${all ? '' : 'opacity-80'}`}>
      <div className="flex items-center gap-2">
        <button type="button" onPointerDown={(event) => layers.length === 1 && layer.timing.order.length > 1 && !locked && drag(event)} onClick={() => editor.select({ operator: chosen ? null : node.id })} title={chosen ? 'Selected: Ctrl C copies it' : 'Select this step; drag it to another place'} className={`shrink-0 touch-none font-medium ${off ? 'text-muted' : ''}`} aria-pressed={chosen}>{title}</button>
        <span className="min-w-0 grow truncate text-[12px] text-muted" title={words}>{words}</span>
        {map && <MapGlyph map={map} length={birthAt(project, composition, layer, 0).length} off={off} />}
        <button type="button" role="switch" aria-checked={!off} aria-label={`${title} is on`} title={off ? 'Off: passed over' : 'On'} disabled={locked} onClick={() => set({ off: !off })} className={`h-6 w-10 shrink-0 rounded-full p-1 ${off ? 'bg-lifted' : 'bg-leaf'}`}>
          <span aria-hidden="true" className={`block size-4 rounded-full bg-ground transition-transform ${off ? '' : 'translate-x-4'}`} />
        </button>
        {layers.some((one) => one.timing.order.length > 1) && ([-1, 1] as const).map((by) => (
          <IconButton key={by} className="h-6 -mx-1.5" label={`Move ${title} ${by < 0 ? 'up' : 'down'}`} disabled={locked || layer.timing.order[by < 0 ? 0 : layer.timing.order.length - 1] === node.id} onClick={() => editor.do('timing.order', { ...meant, by })}>{by < 0 ? <ChevronUp size={13} /> : <ChevronDown size={13} />}</IconButton>
        ))}
        <IconButton label={`Take ${title} off`} disabled={locked} onClick={() => editor.do('timing.delete', meant)}><X size={13} /></IconButton>
      </div>
      {map && <StepFacts project={project} composition={composition} layer={layer} step={node.id} />}
      {definition && (
        <div className="pt-1">
          <Fields>
            {Object.entries(definition.fields as OperatorFields).filter(([, { onlyWith, holds }]) => holds !== 'keys' && (!onlyWith || agreed(nodes, onlyWith[0]) === onlyWith[1])).map(([name, field]) => (
              field.holds === 'formula'
                ? <OperatorFormula key={name} label={`${field.label} of ${title}`} composition={composition.id} layers={layers.map(({ id }) => id)} operator={node.id} field={name} text={(agreed(nodes, name) as string | undefined) ?? null} disabled={locked} onSet={(value) => set({ [name]: value })} />
                : <OperatorInput key={name} place={`step.${node.op}.${name}`} title={title} field={field} value={agreed(nodes, name)} mixed={agreed(nodes, name) === undefined} clock={clock} markers={markers} disabled={locked} onSet={(value) => set({ [name]: value })} />
            ))}
          </Fields>
        </div>
      )}
    </li>
  );
}

/** Markers as an operator counts them: from where the layer or its take begins. */
function since(markers: TiedTo, origin: number): TiedTo {
  return origin === 0 ? markers : Object.fromEntries(Object.entries(markers).map(([id, marker]) => [id, { ...marker, at: marker.at - origin }]));
}

function OperatorInput({ place, title, field, value, mixed, clock, markers, onSet, disabled }: { readonly place: string; /** Those that a time may be tied to. */ readonly markers: TiedTo; readonly title: string; readonly field: OperatorField; readonly value: unknown; readonly mixed: boolean; readonly clock: FieldClock; readonly onSet: (value: unknown) => void; readonly disabled: boolean }) {
  const label = `${field.label} of ${title}`;
  const factor = field.unit === 'factor' ? 100 : 1;
  const unit = field.unit === 'factor' ? '%' : field.unit === 'frames' ? 'f' : '';
  const none = field.none ?? 'none';
  if (field.holds === 'choice') {
    return (
      <Labelled full name={field.label} field={place}>
        <Select label={label} tone="inset" value={mixed ? '' : String(value)} disabled={disabled} onChange={(next) => next !== '' && onSet(next)} options={[...(mixed ? [['', 'mixed'] as const] : []), ...field.choices.map((choice) => [choice, field.words[choice]!] as const)]} />
      </Labelled>
    );
  }
  if (isTypedList(field)) {
    const line = mixed || value === undefined ? '' : showList(field, value, markers);
    return (
      <div className="col-span-full">
        <Labelled full name={field.label} field={place}>
          <TypedField label={label} edited={line} shown={mixed ? 'mixed' : line === '' ? 'none' : line} title={line} read={(text) => readList(field, text, markers)} onSet={onSet} disabled={disabled} tone="inset" />
        </Labelled>
      </div>
    );
  }
  const number = typeof value === 'number' ? value * factor : 0;
  const read = (text: string): Reading<unknown> => {
    if (text.trim() === '' && value === null) return { ok: true, value: null, read: none };
    if (field.start === null && (/^-?$/.test(text.trim()) || text.trim() === none)) return { ok: true, value: null, read: none };
    // A number may be a formula of dials, worked out once.
    if (text.trim().startsWith('=')) return text.trim().length > 1 ? { ok: true, value: text.trim().slice(1).trim(), read: 'what dials give' } : { ok: false, why: 'After = comes a formula of dials, as in = Desk.Pace.' };
    const tied = field.holds === 'time' ? readMoment(text, markers) : null;
    if (tied) return { ok: true, value: tied, read: `${showTime(tied, markers)}, now ${showNumber(tied.was)} f` };
    const reading = readNumber(text, number, unit, field.unit === 'frames' ? clock : undefined);
    return reading.ok ? { ...reading, value: reading.value / factor } : reading;
  };
  const text = mixed ? 'mixed' : value === null || value === undefined ? none : typeof value === 'string' ? `= ${value}` : typeof value === 'object' ? showTime(value as never, markers) : showNumber(number);
  return (
    <Labelled full name={field.label} field={place}>
      <TypedField label={label} edited={mixed ? '' : text} shown={typeof value === 'number' && unit !== '' ? `${text} ${unit}` : text} read={read} onSet={onSet} disabled={disabled} onStep={(direction, large) => onSet((number + direction * (large ? 10 : 1)) / factor)} tone="inset" />
    </Labelled>
  );
}
