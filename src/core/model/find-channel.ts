import { EFFECTS, FILL, isDrawn, KINDS, LETTERS, MASK, POSE, STOP, STROKE, type ChannelSpec, type ChannelSpecs } from './channel-spec';
import { inOrder, member } from './lists';
import type { Channel, Layer } from './project';

/** A channel of a layer as it is named: where it stands in the layer, what it is, and what is there (if anything). */
export type FoundChannel = {
  readonly name: string;
  /** From the layer's own fields down: `['channels', 'x']`, `['fill', 'channels', 'colour']`. */
  readonly path: readonly string[];
  readonly spec: ChannelSpec;
  readonly channel: Channel | null;
};

const DIAL_TYPES = { number: 'N', angle: 'N', point: 'P', colour: 'C', switch: 'B', choice: 'E', text: 'T' } as const;
const DIAL_STARTS = { number: 0, angle: 0, point: [0, 0], colour: [1, 1, 1, 1], switch: false, choice: '', text: '' } as const;

const listed = new WeakMap<Layer, { readonly all: readonly FoundChannel[]; readonly byName: ReadonlyMap<string, FoundChannel> }>();

/** Layers are asked for their channels many times between two edits; the same layer answers with the same list. */
function remembered(layer: Layer) {
  let known = listed.get(layer);
  if (!known) {
    const all = listChannels(layer);
    listed.set(layer, (known = { all, byName: new Map([...all].reverse().map((one) => [one.name, one])) }));
  }
  return known;
}

/** Every channel that a layer has, keyed or not, in the order of the panel. */
export function channelsOfLayer(layer: Layer): readonly FoundChannel[] {
  return remembered(layer).all;
}

function listChannels(layer: Layer): readonly FoundChannel[] {
  const own = { ...(isDrawn(layer.kind) ? POSE : {}), ...KINDS[layer.kind] };
  return [
    ...list(own, layer.channels, [], ''),
    ...(layer.kind === 'shape' || layer.kind === 'text' ? inkChannels(layer) : []),
    ...(layer.kind === 'text' && layer.letters ? list(LETTERS, layer.letters.channels, ['letters'], 'letters.') : []),
    ...inOrder(layer.masks).flatMap((mask) => list(MASK, mask.channels, ['masks', 'by', mask.id], `${mask.id}.`)),
    ...inOrder(layer.effects).flatMap((effect) => list(EFFECTS[effect.kind], effect.channels, ['effects', 'by', effect.id], `${effect.id}.`)),
    ...(layer.kind === 'dials' ? inOrder(layer.dials).flatMap((dial) => list({ value: { type: DIAL_TYPES[dial.type], label: dial.name, unit: '', start: DIAL_STARTS[dial.type] } }, dial.channels, ['dials', 'by', dial.id], `${dial.id}.`)) : []),
  ];
}

/** The channel of that name (or that label on the panel), or null. */
export function findChannel(layer: Layer, name: string): FoundChannel | null {
  const { all, byName } = remembered(layer);
  return byName.get(name) ?? all.find((one) => one.spec.label.toLowerCase() === name.toLowerCase()) ?? null;
}

function inkChannels(layer: Extract<Layer, { readonly kind: 'shape' | 'text' }>): readonly FoundChannel[] {
  return [
    ...list(FILL, layer.fill.channels, ['fill'], 'fill.'),
    ...inOrder(layer.fill.stops).flatMap((stop) => list(STOP, stop.channels, ['fill', 'stops', 'by', stop.id], `${stop.id}.`)),
    ...list(STROKE, layer.stroke.channels, ['stroke'], 'stroke.'),
  ];
}

function list(specs: ChannelSpecs, channels: object, path: readonly string[], prefix: string): readonly FoundChannel[] {
  return Object.entries(specs).map(([name, spec]) => ({
    name: `${prefix}${name}`,
    path: [...path, 'channels', name],
    spec,
    channel: (member(channels as Record<string, Channel>, name) ?? null) as Channel | null,
  }));
}
