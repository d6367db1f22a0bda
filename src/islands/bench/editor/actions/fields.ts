import { FILL, KINDS, POSE, STROKE, type ChannelSpecs } from '../../../../core/model';
import { trackAt } from '../../../../core/scene';
import type { Editor } from '../editor';
import { chosenLayers, needsLayers, type Action } from './action';

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
  ...fieldsOf(POSE), ...fieldsOf(KINDS.shape), ...fieldsOf(KINDS.text), ...fieldsOf(FILL, 'fill.'), ...fieldsOf(STROKE, 'stroke.'),
];

/** An action for each field of the panel: it puts the keyboard there. */
export const FIELD_ACTIONS: readonly Action[] = [
  ...LISTED.map(([address, label]): Action => ({
    id: `field.${address}`, title: `${label} …`, group: 'Fields', also: ALSO[address] ?? '',
    whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some((layer) => { const track = trackAt(state.project, layer, address); return track && (track.channel || address !== 'position'); }) ? null : 'What is selected has no such field.'),
    run: (editor) => toField(editor, address),
  })),
  ...([['width', 'Width', 'size'], ['height', 'Height', 'size'], ['rate', 'Rate', 'fps frame rate speed'], ['length', 'Length', 'duration frames seconds'], ['tempo', 'Tempo', 'bpm beats']] as const).map(([name, label, also]): Action => ({
    id: `field.composition-${name}`, title: `${label} of the composition …`, group: 'Fields', also,
    run: (editor) => {
      editor.select({ layers: [], keys: [], markers: [], operator: null });
      toField(editor, `composition-${name}`);
    },
  })),
  { id: 'field.blend', title: 'Blend …', group: 'Fields', also: 'mode multiply screen', whyNot: needsLayers, run: (editor) => toField(editor, 'blend') },
  { id: 'field.follows', title: 'Follows …', group: 'Fields', also: 'parent link attach', whyNot: needsLayers, run: (editor) => toField(editor, 'follows') },
  { id: 'field.from', title: 'Seen from …', group: 'Fields', also: 'trim in start', whyNot: needsLayers, run: (editor) => toField(editor, 'from') },
  { id: 'field.until', title: 'Seen until …', group: 'Fields', also: 'trim out end length duration', whyNot: needsLayers, run: (editor) => toField(editor, 'until') },
];
