import { FILL, isDrawn, KINDS, POSE, STROKE, type ChannelSpecs, type Layer } from '../../../../core/model';
import { canChange, trackAt } from '../../../../core/scene';
import { OPERATORS, type OperatorFields } from '../../../../core/timing';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { meantLegs } from '../meant-legs';
import { chosenLayers, needsKeys, needsLayers, needsOne, type Action } from './action';

/** Sends the keyboard to a field of the panel: the group that holds it is unfolded for it. */
export function toField(editor: Editor, name: string): void {
  const { folded } = editor.store.getState().settings;
  if (folded.length > 0) editor.setSettings({ folded: [] });
  const look = (left: number) => {
    const field = document.querySelector<HTMLElement>(`[data-field="${name}"] input, [data-field="${name}"] button`);
    if (field) {
      field.scrollIntoView({ block: 'nearest' });
      field.focus();
    } else if (left > 0) requestAnimationFrame(() => look(left - 1));
  };
  // A window that was asked from goes first, and the panel follows as it finds time.
  requestAnimationFrame(() => look(60));
}

/** Words of the trade for channels that we call otherwise. */
const ALSO: Readonly<Record<string, string>> = {
  x: 'position place left right', y: 'position place up down', position: 'position', scaleX: 'scale width size', scaleY: 'scale height size', rotation: 'rotation rotate angle', skew: 'skew shear', opacity: 'transparency fade alpha',
  pivotX: 'anchor', pivotY: 'anchor', width: 'size', height: 'size', corner: 'radius round', leading: 'line height', tracking: 'letter spacing', size: 'font scale', 'fill.colour': 'color', 'stroke.colour': 'color outline line', 'stroke.width': 'outline line thickness',
};

/** Addresses and labels of the channels that have a field of their own: outlines are pulled on the picture. */
function fieldsOf(specs: ChannelSpecs, before = ''): readonly (readonly [address: string, label: string])[] {
  return Object.entries(specs).filter(([, spec]) => spec.type !== 'S').map(([name, spec]) => [`${before}${name}`, spec.label] as const);
}

const LISTED: readonly (readonly [address: string, label: string])[] = [
  ...fieldsOf(POSE), ...fieldsOf(KINDS.shape), ...fieldsOf(KINDS.text), ...fieldsOf(KINDS.copies), ...fieldsOf(FILL, 'fill.'), ...fieldsOf(STROKE, 'stroke.'),
];

/** Addresses of the channels that have an action. */
export const CHANNEL_FIELDS = LISTED.map(([address]) => address);

/** Fields of the open composition: their name, label and the words that people bring. */
const OF_COMPOSITION = [
  ['rigid', 'Rigid spans', 'protect elastic stretch'],
  ['width', 'Width', 'size'], ['height', 'Height', 'size'], ['rate', 'Rate', 'fps frame rate speed'], ['length', 'Length', 'duration frames seconds'],
  ['plays-from', 'Start of the play range', 'range in plays from'], ['plays-to', 'End of the play range', 'range out plays to'],
  ['ground', 'Ground', 'background color colour'], ['note', 'Note', 'comment'],
] as const;
const OF_TEMPO = [['tempo', 'Tempo', 'bpm beats'], ['beat-1', 'First beat', 'offset downbeat'], ['meter', 'Meter', 'time signature beats bar']] as const;

const isText = (layer: Layer) => layer.kind === 'text';
const isInked = (layer: Layer) => layer.kind === 'shape' || layer.kind === 'text';
const isStroked = (layer: Layer) => isInked(layer) && 'stroke' in layer && layer.stroke.channels.width !== undefined && (layer.stroke.channels.width.value > 0 || canChange(layer.stroke.channels.width as never));
const sources = (layer: Layer) => layer.kind === 'nest' || layer.kind === 'image';

/** Fields of layers that are no channels: their name, label, the words that people bring, and which layers have them. */
const OF_LAYERS: readonly (readonly [field: string, label: string, also: string, has: (layer: Layer) => boolean])[] = [
  ['blend', 'Blend', 'mode multiply screen', (layer) => isDrawn(layer.kind)],
  ['follows', 'Follows', 'parent link attach', (layer) => isDrawn(layer.kind)],
  ['of', 'What copies repeat', 'of repeater duplicate clone', (layer) => layer.kind === 'copies'],
  ['front', 'Which copy is in front', 'order', (layer) => layer.kind === 'copies'],
  ['shows', 'Shows', 'source replace swap', sources],
  ['ink', 'Ink', 'label color colour tag', () => true],
  ['shape-kind', 'Kind of shape', 'rectangle ellipse polygon star', (layer) => layer.kind === 'shape'],
  ['font', 'Font', 'typeface family', isText], ['weight', 'Weight', 'bold regular', isText], ['align', 'Align', 'left right centre center', isText],
  ['fill-kind', 'Kind of fill', 'linear radial gradient none', isInked],
  ['dashes', 'Dashes', 'dotted stroke line', isStroked], ['ends', 'Ends of the stroke', 'cap round', isStroked], ['corners', 'Corners of the stroke', 'join round bevel miter', isStroked],
  ['miter', 'Miter limit', 'stroke corner point', (layer) => isStroked(layer) && 'stroke' in layer && layer.stroke.join === 'miter'],
  ['from', 'Seen from', 'trim in start', (layer) => layer.spans.length > 0],
  ['until', 'Seen until', 'trim out end length duration', (layer) => layer.spans.length > 0],
];
/** Fields that the panel shows of one layer alone. */
const OF_ONE: readonly (readonly [field: string, label: string, also: string, has: (layer: Layer) => boolean])[] = [
  ['partner', 'Partner', 'mirror pair left right', (layer) => isDrawn(layer.kind)],
  ['start', 'Starts at', 'offset begin time slide', (layer) => layer.spans.length > 0], ['note', 'Note', 'comment', (layer) => layer.spans.length > 0],
];

/** Fields of selected keys, and of the motion that is meant. */
const OF_KEYS = [['key-at', 'Time of the selected keys', 'keyframe when'], ['key-value', 'Value of the selected keys', 'keyframe'], ['key-arrives', 'Value that the motion arrives on', 'jump'], ['key-pace', 'Pace after the selected keys', 'speed velocity']] as const;
const OF_MOTION = [['motion-strength', 'Strength of the curve', 'amount percent'], ['motion-past', 'How far it goes past its ends', 'overshoot percent back'], ['motion-leaves', 'Leaves over so many frames', 'ease out'], ['motion-arrives', 'Arrives over so many frames', 'ease in'], ['motion-out', 'How far the leaving handle stands out', 'overshoot anticipation'], ['motion-into', 'How far the arriving handle stands out', 'overshoot']] as const;

const NONE = 'What is selected has no such field.';
const allHave = (state: EditorState, has: (layer: Layer) => boolean): string | null => needsLayers(state) ?? (chosenLayers(state).every(has) ? null : NONE);

/** Fields of operators: those that no other field of the same operator has to show first, and that are typed. */
const OF_STEPS = OPERATORS.flatMap(({ op, title, fields }) => Object.entries(fields as OperatorFields)
  .filter(([, { holds }]) => holds !== 'keys')
  .map(([name, field]) => ({ op, name, field, title })));

/** An action for each field of the panel: it puts the keyboard there. */
export const FIELD_ACTIONS: readonly Action[] = [
  ...LISTED.map(([address, label]): Action => ({
    id: `field.${address}`, title: `${label} …`, group: 'Fields', also: ALSO[address] ?? '',
    whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some((layer) => { const track = trackAt(state.project, layer, address); return track && (track.channel || address !== 'position'); }) ? null : NONE),
    run: (editor) => toField(editor, address),
  })),
  ...[...OF_COMPOSITION, ...OF_TEMPO].map(([name, label, also]): Action => ({
    id: `field.composition-${name}`, title: `${label} of the composition …`, group: 'Fields', also,
    ...(OF_TEMPO.some(([one]) => one === name && one !== 'tempo') ? { whyNot: (state: EditorState) => (current(state).tempo ? null : 'This composition has no tempo yet.') } : {}),
    run: (editor) => {
      editor.select({ layers: [], keys: [], markers: [], operator: null });
      toField(editor, `composition-${name}`);
    },
  })),
  ...OF_LAYERS.map(([field, label, also, has]): Action => ({ id: `field.${field}`, title: `${label} …`, group: 'Fields', also, whyNot: (state) => allHave(state, has), run: (editor) => toField(editor, field) })),
  ...OF_ONE.map(([field, label, also, has]): Action => ({ id: `field.${field}`, title: `${label} …`, group: 'Fields', also, whyNot: (state) => needsOne(state) ?? allHave(state, has), run: (editor) => toField(editor, field) })),
  ...OF_KEYS.map(([field, label, also]): Action => ({ id: `field.${field}`, title: `${label} …`, group: 'Fields', also, whyNot: needsKeys, run: (editor) => toField(editor, field) })),
  ...OF_MOTION.map(([field, label, also]): Action => ({ id: `field.${field}`, title: `${label} …`, group: 'Fields', also, whyNot: (state) => (meantLegs(state).length > 0 ? null : 'Select keys, or go to a motion of the selected layer.'), run: (editor) => toField(editor, field) })),
  ...OF_STEPS.map(({ op, name, field, title }): Action => ({
    id: `field.step.${op}.${name}`, title: `${title}: ${field.label} …`, group: 'Fields', also: 'timing',
    whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some(({ timing }) => Object.values(timing.by).some((node) => node.op === op && (!field.onlyWith || (node as Readonly<Record<string, unknown>>)[field.onlyWith[0]] === field.onlyWith[1]))) ? null : `${title} is not on what is selected.`),
    run: (editor) => toField(editor, `step.${op}.${name}`),
  })),
];
