import { holdsKind, trackAt } from '../../scene';
import { channelAt, inOrder, member, type Channel, type LayerOf, type Project } from '../../model';
import type { Draft } from '../document/change';
import { nextName } from '../document/next-name';
import { layerPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { readersOf } from './readers';
import { reachLayer, restingChannel } from '../document/target';

export const DIAL_TYPES = ['number', 'angle', 'point', 'colour', 'switch', 'choice', 'text'] as const;
export type Dial = LayerOf<'dials'>['dials']['by'][string];
export type DialType = (typeof DIAL_TYPES)[number];
export type DialFields = Partial<Pick<Dial, 'name' | 'type' | 'unit' | 'range' | 'step' | 'choices' | 'public'>>;

/** What each kind of dial starts with. */
const BORN: Readonly<Record<DialType, Partial<Dial>>> = { number: {}, angle: {}, point: {}, colour: {}, switch: {}, choice: { choices: ['One', 'Two'] }, text: {} };
const NAMES: Readonly<Record<DialType, string>> = { number: 'Amount', angle: 'Angle', point: 'Place', colour: 'Colour', switch: 'On', choice: 'Choice', text: 'Words' };

/** Adds a dial to a layer of dials, under a name that no other of them has: formulas read it by that. */
export function addDial(project: Project, compositionId: string, layerId: string, type: DialType, fields: DialFields, newId: () => string): Draft | Refused | null {
  const layer = reachLayer(project, compositionId, layerId);
  if (!layer) return null;
  if (layer.kind !== 'dials') return { refused: `${layer.name} is no layer of dials.` };
  const name = nextName(fields.name ?? NAMES[type], new Set(inOrder(layer.dials).map((dial) => dial.name)));
  const why = faultOf(layer, null, { ...fields, name });
  if (why) return { refused: why };
  const id = newId();
  const { width, height } = member(project.compositions.by, compositionId)!;
  // A point begins where it can be seen and taken hold of.
  const channels = type === 'point' ? { value: channelAt([width / 2, height / 2]) } : {};
  const dial = { id, off: false, unit: '', range: null, step: null, choices: [], public: false, channels, ...BORN[type], ...fields, name, type } as unknown as Dial;
  const path = [...layerPath(compositionId, layerId), 'dials'];
  return {
    event: 'dials.add', label: `Add the dial ${name} to ${layer.name}`,
    patches: [patchOf([...path, 'order'], layer.dials.order, [...layer.dials.order, id]), patchOf([...path, 'by', id], undefined, dial)],
  };
}

/** Changes what a dial is: its name (formulas that read it follow), kind, unit, range, step, choices, whether nests show it. Of another kind it begins anew. */
export function setDial(project: Project, compositionId: string, layerId: string, dialId: string, fields: DialFields): Draft | Refused | null {
  const layer = reachLayer(project, compositionId, layerId);
  const dial = layer?.kind === 'dials' ? member(layer.dials.by, dialId) : undefined;
  if (!layer || layer.kind !== 'dials' || !dial) return null;
  const why = faultOf(layer, dial, fields);
  if (why) return { refused: why };
  const path = [...layerPath(compositionId, layerId), 'dials', 'by', dialId];
  const changed = Object.entries(fields).filter(([field, value]) => !sameValue((dial as unknown as Record<string, unknown>)[field], value));
  if (changed.length === 0) return null;
  const patches: Patch[] = changed.map(([field, value]) => patchOf([...path, field], (dial as unknown as Record<string, unknown>)[field], value));
  const channel = (dial.channels as { readonly value?: Channel }).value;
  if (fields.type && fields.type !== dial.type && channel && kindOf(fields.type) !== kindOf(dial.type)) patches.push(patchOf([...path, 'channels', 'value'], channel, undefined));
  return { event: 'dials.set', label: `${fields.name === undefined ? 'Change' : 'Rename'} the dial ${dial.name}`, patches };
}

/** Takes dials away. Formulas that read them say so, and keep their keyed values. */
export function deleteDials(project: Project, compositionId: string, layerId: string, ids: readonly string[]): Made | null {
  const layer = reachLayer(project, compositionId, layerId);
  const going = layer?.kind === 'dials' ? ids.filter((id) => member(layer.dials.by, id)) : [];
  if (!layer || layer.kind !== 'dials' || going.length === 0) return null;
  const path = [...layerPath(compositionId, layerId), 'dials'];
  const [reader, ...more] = readersOf(project, compositionId, going.map((dial) => ({ layer: layerId, dial })));
  return {
    ...(reader ? { told: `${reader.charAt(0).toUpperCase()}${reader.slice(1)}${more.length > 0 ? `, and ${more.length} more do` : ''}: what it drives keeps its keyed value.` } : {}),
    event: 'dials.delete', label: `Delete ${going.length === 1 ? `the dial ${layer.dials.by[going[0]!]!.name}` : `${going.length} dials`}`,
    patches: [patchOf([...path, 'order'], layer.dials.order, layer.dials.order.filter((id) => !going.includes(id))), ...going.map((id) => patchOf([...path, 'by', id], layer.dials.by[id], undefined))],
  };
}

/** Gives a public dial of what nests show a value of their own; null takes it away, and the inner one counts again. */
export function giveDial(project: Project, compositionId: string, layerIds: readonly string[], dial: string, value: unknown): Draft | Refused | null {
  const patches: Patch[] = [];
  let name = dial;
  for (const id of layerIds) {
    const layer = reachLayer(project, compositionId, id);
    if (layer?.kind !== 'nest') continue;
    const track = trackAt(project, layer, dial);
    if (!track || track.path[0] !== 'dials') return { refused: `${layer.name} shows nothing that has such a dial.` };
    name = track.spec.label;
    const path = [...layerPath(compositionId, id), ...track.path];
    if (value === null) {
      if (track.channel) patches.push(patchOf(path, track.channel, undefined));
      continue;
    }
    if (!holdsKind(track.spec.type, value)) return { refused: `${name} does not hold such a value.` };
    if (!track.channel) patches.push(patchOf(path, undefined, { ...restingChannel(track), value }));
    else if (!sameValue(track.channel.value, value)) patches.push(patchOf([...path, 'value'], track.channel.value, value));
  }
  return patches.length === 0 ? null : { event: 'dials.give', label: value === null ? `Let ${name} be what it is inside` : `Set ${name}`, patches };
}

function kindOf(type: DialType): string {
  return type === 'angle' ? 'number' : type === 'choice' ? 'text' : type;
}

function faultOf(layer: LayerOf<'dials'>, dial: Dial | null, { name, range, choices }: DialFields): string | null {
  if (name !== undefined && name.trim() === '') return 'A dial needs a name: formulas read it by that.';
  if (name !== undefined && inOrder(layer.dials).some((one) => one.id !== dial?.id && one.name === name)) return `${layer.name} has a dial called ${name} already.`;
  if (range && range[0] >= range[1]) return `The range of a dial rises: ${range[0]} is not below ${range[1]}.`;
  return choices !== undefined && choices.length === 0 ? 'A choice needs something to choose from.' : null;
}
