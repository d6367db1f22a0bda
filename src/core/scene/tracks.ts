import { effectOf, FILL, inOrder, inTime, isDrawn, KINDS, LETTERS, MASK, member, POSE, STOP, STROKE, type Channel, type ChannelSpec, type ChannelSpecs, type ChannelType, type Composition, type Layer, type LayerOf, type OperatorEntry, type Project } from '../model';
import { isMoment, operatorOf, type OperatorFields, type OwnKey } from '../timing';

/**
 * What the times of a track's keys count: the layer's own time (after its timing of keys), the frames of what it shows
 * from its start on (public dials), or the time that comes in to the operator that the track belongs to.
 */
export type Clock = 'layer' | 'source' | 'operator';

/** A track as panel, timeline and command line know it. `range` is what the value is kept within when it is used. */
export type TrackSpec = ChannelSpec & { readonly clock: Clock };

/** Whatever can be keyed or driven, wherever it stands. */
export type Track = {
  /** Its name in the layer: `x`, `fill.colour`, `soft.radius`, `t2.keys`, and `desk/sway` for a public dial of what a nest shows. */
  readonly address: string;
  /** From the layer's own fields down: `['channels', 'x']`, `['fill', 'channels', 'colour']`, `['timing', 'by', 't2']`. Its keys stand in `keys` there. */
  readonly path: readonly string[];
  readonly spec: TrackSpec;
  /** What is there, or null where it was never touched. */
  readonly channel: Channel | null;
  /** The operator whose own keys these are, or null. They have no value at rest and no rules outside. */
  readonly operator: string | null;
};

type Listed = { readonly source: Composition | null; readonly all: readonly Track[]; readonly byAddress: ReadonlyMap<string, Track> };
const listed = new WeakMap<Layer, Listed>();

/** Layers are asked for their tracks many times between two edits; the same layer answers with the same list. */
function remembered(project: Project, layer: Layer): Listed {
  // Only a nest has tracks that stand in another composition.
  const source = layer.kind === 'nest' ? (member(project.compositions.by, layer.source) ?? null) : null;
  let known = listed.get(layer);
  if (!known || known.source !== source) {
    const all = list(layer, source);
    listed.set(layer, (known = { source, all, byAddress: new Map([...all].reverse().map((one) => [one.address, one])) }));
  }
  return known;
}

/** Every track that a layer has, keyed or not, in the order of the panel. */
export function tracksOf(project: Project, layer: Layer): readonly Track[] {
  return remembered(project, layer).all;
}

/** The track with that address (or that label on the panel), or null. */
export function trackAt(project: Project, layer: Layer, address: string): Track | null {
  const { all, byAddress } = remembered(project, layer);
  return byAddress.get(address) ?? all.find((one) => one.spec.label.toLowerCase() === address.toLowerCase()) ?? null;
}

const keyed = new WeakMap<readonly Track[], readonly Track[]>();

/** The tracks of a layer that have keys; the same layer answers with the same list. */
export function keyedTracks(project: Project, layer: Layer): readonly Track[] {
  const all = tracksOf(project, layer);
  let known = keyed.get(all);
  if (!known) keyed.set(all, (known = all.filter(({ channel }) => channel !== null && hasKeys(channel))));
  return known;
}

const moving = new WeakMap<readonly Track[], readonly Track[]>();

/** The tracks of a layer that have keys or a formula, on or off: what rows show of it. */
export function shownTracks(project: Project, layer: Layer): readonly Track[] {
  const all = tracksOf(project, layer);
  let known = moving.get(all);
  if (!known) moving.set(all, (known = all.filter(({ channel }) => channel !== null && (hasKeys(channel) || channel.formula !== null))));
  return known;
}

/** Tracks that stand in the layer itself and count in its own time: no public dials, no keys of operators. */
export function ownTracks(layer: Layer): readonly Track[] {
  let known = owned.get(layer);
  if (!known) {
    const beside = lastWith.get(layer.channels);
    known = beside && HOLDERS.every((part) => (beside.layer as Holder)[part] === (layer as Holder)[part]) ? beside.tracks : listOwn(layer);
    owned.set(layer, known);
    lastWith.set(layer.channels, { layer, tracks: known });
  }
  return known;
}
const owned = new WeakMap<Layer, readonly Track[]>();

/** Where tracks stand beside a layer's channels. A layer that is only moved keeps all of these, and so its tracks: a drag may move a thousand at each step. */
const HOLDERS = ['kind', 'fill', 'stroke', 'letters', 'masks', 'effects', 'dials'] as const;
type Holder = Readonly<Partial<Record<(typeof HOLDERS)[number], unknown>>>;
const lastWith = new WeakMap<object, { readonly layer: Layer; readonly tracks: readonly Track[] }>();

/** Whether anything is keyed at all: the one place that asks. */
export function hasKeys(channel: Channel): boolean {
  // Remembered by the list: to begin to enumerate 20,000 keys takes as long as to do it.
  return inTime(channel.keys).length > 0;
}

/** How many keys a channel has. */
export function keyCount(channel: Channel): number {
  return inTime(channel.keys).length;
}

function list(layer: Layer, source: Composition | null): readonly Track[] {
  if (layer.kind !== 'nest' && layer.timing.order.length === 0) return ownTracks(layer);
  return [...ownTracks(layer), ...(layer.kind === 'nest' ? publicDials(layer, source) : []), ...inOrder(layer.timing).flatMap((node) => ownKeysOf(node as OperatorEntry))];
}

function listOwn(layer: Layer): readonly Track[] {
  return [
    ...(isDrawn(layer.kind) ? part(POSE, layer.channels, [], '') : []),
    ...part(KINDS[layer.kind], layer.channels, [], ''),
    ...(layer.kind === 'shape' || layer.kind === 'text' ? inkTracks(layer) : []),
    ...(layer.kind === 'text' && layer.letters ? part(LETTERS, layer.letters.channels, ['letters'], 'letters.') : []),
    ...inOrder(layer.masks).flatMap((mask) => part(MASK, mask.channels, ['masks', 'by', mask.id], `${mask.id}.`)),
    ...inOrder(layer.effects).flatMap((effect) => part(effectOf(effect.kind).channels, effect.channels, ['effects', 'by', effect.id], `${effect.id}.`)),
    ...(layer.kind === 'dials' ? inOrder(layer.dials).flatMap((dial) => part({ value: dialSpec(dial) }, dial.channels, ['dials', 'by', dial.id], `${dial.id}.`)) : []),
  ];
}

/** Where the channels of a layer's own tracks stand, record by record: who only asks about channels needs no tracks made for it. */
export function channelRecords(layer: Layer): readonly Readonly<Record<string, Channel | undefined>>[] {
  const holders = [
    layer,
    ...(layer.kind === 'shape' || layer.kind === 'text' ? [layer.fill, ...inOrder(layer.fill.stops), layer.stroke] : []),
    ...(layer.kind === 'text' && layer.letters ? [layer.letters] : []),
    ...inOrder(layer.masks), ...inOrder(layer.effects), ...(layer.kind === 'dials' ? inOrder(layer.dials) : []),
  ];
  return holders.map(({ channels }) => channels as Readonly<Record<string, Channel | undefined>>);
}

function inkTracks(layer: LayerOf<'shape'> | LayerOf<'text'>): readonly Track[] {
  return [
    ...part(FILL, layer.fill.channels, ['fill'], 'fill.'),
    ...inOrder(layer.fill.stops).flatMap((stop) => part(STOP, stop.channels, ['fill', 'stops', 'by', stop.id], `${stop.id}.`)),
    ...part(STROKE, layer.stroke.channels, ['stroke'], 'stroke.'),
  ];
}

/** What is the same for a part wherever it stands: its tracks' names and what they can hold. */
type Named = { readonly name: string; /** The track where it was never touched: the same object on every layer. */ readonly untouched: Track };
const namedOf = new WeakMap<ChannelSpecs, readonly Named[]>();

function part(specs: ChannelSpecs, channels: object, path: readonly string[], prefix: string): readonly Track[] {
  // Parts in lists have names of their own; the others stand in the same place on every layer.
  let named = path.length > 1 ? undefined : namedOf.get(specs);
  if (!named) {
    named = namesIn(specs, path, prefix);
    if (path.length <= 1) namedOf.set(specs, named);
  }
  return named.map(({ name, untouched }) => {
    const channel = member(channels as Readonly<Record<string, Channel>>, name);
    return channel ? { ...untouched, channel } : untouched;
  });
}

function namesIn(specs: ChannelSpecs, path: readonly string[], prefix: string): readonly Named[] {
  return Object.entries(specs).map(([name, spec]) => ({ name, untouched: { address: `${prefix}${name}`, path: [...path, 'channels', name], spec: withClock(spec, 'layer'), channel: null, operator: null } }));
}

const clocked = new WeakMap<ChannelSpec, TrackSpec>();

function withClock(spec: ChannelSpec, clock: Clock): TrackSpec {
  let known = clocked.get(spec);
  if (!known) clocked.set(spec, (known = { ...spec, clock }));
  return known;
}

type Dial = LayerOf<'dials'>['dials']['by'][string];

const DIALS = {
  number: { type: 'N', start: 0 }, angle: { type: 'N', start: 0 }, point: { type: 'P', start: [0, 0] }, colour: { type: 'C', start: [1, 1, 1, 1] },
  switch: { type: 'B', start: false }, choice: { type: 'E', start: '' }, text: { type: 'T', start: '' },
} as const satisfies Readonly<Record<Dial['type'], Pick<ChannelSpec, 'type' | 'start'>>>;

function dialSpec({ type, name, unit, range, choices }: Dial): ChannelSpec {
  const start = type === 'choice' ? (choices[0] ?? '') : DIALS[type].start;
  return { type: DIALS[type].type, label: name, unit: (type === 'angle' ? '°' : unit) as ChannelSpec['unit'], start, ...(range ? { range } : {}), ...(type === 'choice' ? { choices } : {}) };
}

/** What a nest may be given from outside: the public dials of what it shows, and those that it was given and that are gone. */
function publicDials(nest: LayerOf<'nest'>, source: Composition | null): readonly Track[] {
  const given = nest.dials as unknown as Readonly<Record<string, Channel>>;
  const offered = (source ? inOrder(source.layers) : []).flatMap((layer) => (layer.kind === 'dials' ? inOrder(layer.dials).filter((dial) => dial.public).map((dial) => [`${layer.id}/${dial.id}`, dial] as const) : []));
  const known = new Set<string>(offered.map(([address]) => address));
  return [
    ...offered.map(([address, dial]): Track => {
      const spec = dialSpec(dial);
      const inner = member(dial.channels as Readonly<Record<string, Channel>>, 'value');
      // Until it is given another, it is what it is inside.
      return { address, path: ['dials', address], spec: { ...spec, start: inner?.value ?? spec.start, clock: 'source' }, channel: member(given, address) ?? null, operator: null };
    }),
    ...Object.entries(given).filter(([address]) => !known.has(address)).map(([address, channel]): Track => ({ address, path: ['dials', address], spec: { ...lostDial(channel.value), label: address, unit: '', clock: 'source' }, channel, operator: null })),
  ];
}

/** Whether a value is of a kind that a track holds. */
export function holdsKind(type: ChannelType, value: unknown): boolean {
  switch (type) {
    case 'N': return typeof value === 'number';
    case 'P': return Array.isArray(value) && value.length === 2;
    case 'C': return Array.isArray(value) && value.length === 4;
    case 'S': return value !== null && typeof value === 'object' && !Array.isArray(value);
    case 'B': return typeof value === 'boolean';
    case 'T':
    case 'E': return typeof value === 'string';
  }
}

/** The dials that a nest was given, by themselves: what they are of is known with their source alone. */
export function nestDials(layer: Layer): readonly Track[] {
  if (layer.kind !== 'nest') return [];
  return Object.entries(layer.dials as unknown as Readonly<Record<string, Channel>>).map(([address, channel]): Track => ({ address, path: ['dials', address], spec: { ...lostDial(channel.value), label: address, unit: '', clock: 'source' }, channel, operator: null }));
}

/** The kind of a value whose dial is gone. */
function lostDial(value: unknown): Pick<ChannelSpec, 'type' | 'start'> {
  if (typeof value === 'number') return { type: 'N', start: 0 };
  if (typeof value === 'boolean') return { type: 'B', start: false };
  if (Array.isArray(value)) return value.length === 2 ? { type: 'P', start: [0, 0] } : { type: 'C', start: [1, 1, 1, 1] };
  return { type: 'T', start: '' };
}

/** Keys that an operator has of its own, by the fields of its definition. */
function ownKeysOf(node: OperatorEntry): readonly Track[] {
  const definition = operatorOf(node.op);
  return Object.entries((definition?.fields ?? {}) as OperatorFields).flatMap(([name, field]): readonly Track[] => {
    if (field.holds !== 'keys') return [];
    const own = (node as unknown as Readonly<Record<string, Readonly<Record<string, OwnKey>>>>)[name]!;
    return [{ address: `${node.id}.${name}`, path: ['timing', 'by', node.id], spec: { type: 'N', label: `${field.label} of ${definition!.title}`, unit: 'frames', start: 0, clock: 'operator' }, channel: channelOf(own), operator: node.id }];
  });
}

const asChannels = new WeakMap<Readonly<Record<string, OwnKey>>, Channel>();

/** An operator's keys read as a channel: what they show is their value; it holds outside them. */
function channelOf(own: Readonly<Record<string, OwnKey>>): Channel {
  let known = asChannels.get(own);
  if (!known) {
    const keys = Object.fromEntries(Object.values(own).map((key) => [key.id, { ...key, value: isMoment(key.to) ? key.to.was : key.to }]));
    asChannels.set(own, (known = { value: 0, keys, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false }));
  }
  return known;
}
