import { type PlainField } from '../../../core/commands';
import { FAMILIES } from '../../../core/lettering';
import { inOrder, isDrawn, KINDS, type Composition, type Layer, type LayerOf, type Project } from '../../../core/model';
import { Select } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { ChannelField } from './channel-field';
import { Group } from './group';
import { Labelled } from './labelled';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[]; readonly frame: number };

const SHAPES: Readonly<Record<string, readonly string[]>> = {
  rectangle: ['width', 'height', 'corner'], ellipse: ['width', 'height'], polygon: ['width', 'height', 'sides'], star: ['width', 'height', 'sides', 'inner'], path: ['outline'],
};

/** The form of shapes. */
export function ShapeGroup(props: Props) {
  const set = useField(props);
  const shapes = props.layers.filter((layer): layer is LayerOf<'shape'> => layer.kind === 'shape');
  if (shapes.length === 0 || shapes.length !== props.layers.length) return null;
  const kind = shapes.every((layer) => layer.shape === shapes[0]!.shape) ? shapes[0]!.shape : '';
  const channels = [...new Set(shapes.flatMap((layer) => SHAPES[layer.shape]!))].filter((channel) => shapes.every((layer) => SHAPES[layer.shape]!.includes(channel)));
  const kinds = [['rectangle', 'Rectangle'], ['ellipse', 'Ellipse'], ['polygon', 'Polygon'], ['star', 'Star'], ...(kind === 'path' ? [['path', 'Drawn path'] as const] : []), ...(kind === '' ? [['', 'mixed'] as const] : [])] as const;
  return (
    <Group title="Shape" field="shape-kind" beside={<Select label="Kind of shape" value={kind} onChange={(next) => next !== '' && set('shape', next)} options={kinds} />}>
      {channels.map((channel) => <ChannelField key={channel} {...props} channel={channel} />)}
    </Group>
  );
}

/** What a text says and how it is set. */
export function TextGroup(props: Props) {
  const set = useField(props);
  const texts = props.layers.filter((layer): layer is LayerOf<'text'> => layer.kind === 'text');
  if (texts.length === 0 || texts.length !== props.layers.length) return null;
  const same = <K extends 'font' | 'weight' | 'align'>(field: K) => (texts.every((layer) => layer[field] === texts[0]![field]) ? String(texts[0]![field]) : '');
  const family = FAMILIES.find((one) => one.family === texts[0]!.font) ?? FAMILIES[0];
  const mixed = (field: 'font' | 'weight' | 'align') => (same(field) === '' ? [['', 'mixed'] as const] : []);
  return (
    <Group title="Text">
      <ChannelField {...props} channel="text" wide />
      <Labelled full name="Font" field="font"><Select label="Font" value={same('font')} onChange={(font) => set('font', font)} options={[...mixed('font'), ...FAMILIES.map(({ family: name }) => [name as string, name as string] as const)]} styleOf={(font) => ({ fontFamily: `'${font}'` })} /></Labelled>
      <Labelled full name="Weight" field="weight"><Select label="Weight" value={same('weight')} onChange={(weight) => set('weight', Number(weight))} options={[...mixed('weight'), ...family.weights.map((weight) => [String(weight), WEIGHTS[weight] ?? String(weight)] as const)]} styleOf={(weight) => ({ fontFamily: `'${family.family}'`, fontWeight: Number(weight) || 400 })} /></Labelled>
      <ChannelField {...props} channel="size" />
      <ChannelField {...props} channel="leading" />
      <ChannelField {...props} channel="tracking" />
      <ChannelField {...props} channel="boxWidth" />
      <Labelled full name="Align" field="align"><Select label="Align" value={same('align')} onChange={(align) => set('align', align)} options={[...mixed('align'), ['start', 'Left'], ['middle', 'Middle'], ['end', 'Right']]} /></Labelled>
    </Group>
  );
}

/** What copies repeat, how often, and how each differs from the one before. */
export function CopiesGroup(props: Props) {
  const set = useField(props);
  const copies = props.layers.filter((layer): layer is LayerOf<'copies'> => layer.kind === 'copies');
  if (copies.length === 0 || copies.length !== props.layers.length) return null;
  const [first] = copies;
  const same = <K extends 'of' | 'front'>(field: K) => (copies.every((layer) => layer[field] === first![field]) ? first![field] : '');
  const others = inOrder(props.composition.layers).filter((layer) => isDrawn(layer.kind) && layer.kind !== 'wash' && !copies.some(({ id }) => id === layer.id)).map((layer) => [layer.id, layer.name] as const);
  const gone = same('of') !== '' && !others.some(([id]) => id === same('of')) ? [[same('of'), 'a layer that is gone'] as const] : [];
  const mixed = (field: 'of' | 'front') => (same(field) === '' ? [['', 'mixed'] as const] : []);
  return (
    <Group title="Copies">
      <Labelled full name="Of" field="of"><Select label="What is repeated" value={same('of')} onChange={(of) => set('of', of)} options={[...mixed('of'), ...gone, ...others]} /></Labelled>
      <Labelled full name="In front" field="front"><Select label="Which copy is in front" value={same('front')} onChange={(front) => set('front', front)} options={[...mixed('front'), ['first', 'the first'], ['last', 'the last']]} /></Labelled>
      {Object.keys(KINDS.copies).map((channel) => <ChannelField key={channel} {...props} channel={channel} />)}
    </Group>
  );
}

const WEIGHTS: Readonly<Record<number, string>> = { 400: 'Regular', 500: 'Medium', 600: 'Semi-bold', 700: 'Bold', 800: 'Extra bold' };

function useField({ composition, layers }: Props): (field: PlainField, value: unknown) => void {
  const editor = useEditor();
  return (field, value) => void editor.do('layers.set', { composition: composition.id, layers: layers.map((layer) => layer.id), field, value });
}
