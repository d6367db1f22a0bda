import { rescaledFormula } from '../formulas';
import { inTime, type Channel, type Layer, type Marker, type OperatorEntry, type TimeOrMoment } from '../model';
import { operatorOf, type OperatorFields, type OwnKey } from '../timing';
import { framesBy, written, type Frames } from '../time';
import { withAt } from './sampled-layer';
import { hasKeys, nestDials, ownTracks } from './tracks';

/** A time at another rate, written in full. */
export function rescaled(at: Frames, factor: number): Frames {
  return written(framesBy(at, factor));
}

/** Times of one list at another rate. Two that rounding would make one stay two. */
export function rescaledTimes(times: readonly Frames[], factor: number): readonly Frames[] {
  const rounded = times.map((at) => rescaled(at, factor));
  return new Set(rounded).size === new Set(times).size ? rounded : times.map((at) => framesBy(at, factor));
}

/** A time, or a moment, whose marker keeps its own time. */
export function rescaleTime(time: TimeOrMoment, factor: number): TimeOrMoment {
  return typeof time === 'number' ? rescaled(time, factor) : { ...time, plus: rescaled(time.plus, factor), was: rescaled(time.was, factor) };
}

/** A layer whose host runs at another rate: everything it stores in host frames lasts as long in seconds as before. */
export function rescaleLayer(layer: Layer, factor: number): Layer {
  if (factor === 1) return layer;
  const to = (at: Frames) => rescaled(at, factor);
  const keyed = ownTracks(layer).reduce((one, { path, channel, spec }) => (channel ? withAt(one, path, rescaleFormula(rescaleChannel(channel, factor, spec.unit === 'frames'), factor)) : one), withDialFormulas(layer, factor));
  const timing = Object.fromEntries(Object.entries(layer.timing.by).map(([id, node]) => [id, countsInHostFrames(layer, node) ? rescaleOperator(node, factor) : node]));
  return {
    ...keyed, start: to(layer.start), spans: layer.spans.map(([from, until]) => [to(from), to(until)] as const),
    markers: rescaleMarkers(layer.markers, factor), timing: { ...layer.timing, by: timing },
    ...(keyed.kind === 'audio' ? { fadeIn: to(keyed.fadeIn), fadeOut: to(keyed.fadeOut) } : {}),
  } as Layer;
}

/** A channel whose formula counts frames of a rate that changes: those of the composition that holds its layer. */
function rescaleFormula(channel: Channel, factor: number): Channel {
  const formula = channel.formula === null ? null : rescaledFormula(channel.formula, factor);
  return formula === channel.formula ? channel : { ...channel, formula };
}

/** The keys of dials that a nest gives count frames of what it shows; formulas there are the host's as all others are. */
function withDialFormulas(layer: Layer, factor: number): Layer {
  return nestDials(layer).reduce((one, { path, channel }) => (channel ? withAt(one, path, rescaleFormula(channel, factor)) : one), layer);
}

/**
 * Whether an operator's numbers are frames of the composition that holds the layer. Those on content or both are frames
 * of the source where there is one with a rate of its own; sound has none and counts as its host does.
 */
export function countsInHostFrames(layer: Layer, node: OperatorEntry): boolean {
  if (layer.kind !== 'nest' && layer.kind !== 'footage') return true;
  return node.on === 'keys';
}

export function rescaleMarkers(markers: Readonly<Record<string, Marker>>, factor: number): Record<string, Marker> {
  return Object.fromEntries(Object.entries(markers).map(([id, marker]) => [id, { ...marker, at: rescaled(marker.at, factor), length: rescaled(marker.length, factor) }]));
}

/** A channel whose clock runs at another rate; `inFrames` when its values are frames too. The same channel where nothing changes. */
export function rescaleChannel(channel: Channel, factor: number, inFrames = false): Channel {
  if (!hasKeys(channel) && !inFrames) return channel;
  const keys = inTime(channel.keys);
  const worth = (value: unknown) => (inFrames && typeof value === 'number' ? rescaled(value, factor) : value);
  const handle = (value: unknown) => (isHandle(value) ? [rescaled(value[0], factor), worth(value[1])] : value);
  const times = rescaledTimes(keys.map((key) => key.at), factor);
  const next = keys.map((key, i) => {
    const one: Record<string, unknown> = { ...key, at: times[i]!, value: worth(key.value) };
    if (key.arrives !== undefined) one['arrives'] = worth(key.arrives);
    for (const side of ['right', 'left', 'kept'] as const) if (key[side] !== undefined) one[side] = handle(key[side]);
    return [key.id, one];
  });
  return { ...channel, value: worth(channel.value), keys: Object.fromEntries(next) as Channel['keys'] };
}

/** Handles are pairs; what a hold keeps of an ease has four numbers, and no time among them. */
function isHandle(value: unknown): value is readonly [number, number] {
  return Array.isArray(value) && value.length === 2;
}

/** The last frame, rather than the end, at another rate: what is mirrored turns on it. */
function rescaledEnd(end: unknown, factor: number): unknown {
  const moved = (at: Frames) => written(framesBy(at - 1, factor) + 1);
  if (typeof end === 'number') return moved(end);
  if (end !== null && typeof end === 'object' && 'was' in end) return { ...end, plus: moved((end as Exclude<TimeOrMoment, number>).plus), was: moved((end as Exclude<TimeOrMoment, number>).was) };
  return typeof end === 'string' ? `${rescaledNumber(end, factor, true)} + ${rescaled(1 - factor, 1)}` : end;
}

/** Whether an operator walks a part back from its last frame: ends that are shown twice turn on the end itself. */
function isMirrored(node: OperatorEntry): boolean {
  return node.op === 'reverse' || (node.op === 'loop' && node.mode === 'swing' && node.ends !== 'twice');
}

/** A move of a cue at another rate; a rest that goes to and fro is mirrored. */
function rescaledMove(before: unknown, after: unknown, factor: number): unknown {
  const [was, is] = [before, after] as readonly { readonly rest?: { readonly kind?: string; readonly to?: unknown } | null }[];
  return was?.rest?.kind === 'swing' && is?.rest ? { ...is, rest: { ...is.rest, to: rescaledEnd(was.rest.to, factor) } } : after;
}

/**
 * An operator whose numbers are frames of a rate that changes. Rates, counts and ways stay; formulas are written for the new rate. Where time is
 * mirrored it is the last frame that is rescaled (timing.md, section 1), and an end that was not said, which is `D`, is written out.
 */
export function rescaleOperator(node: OperatorEntry, factor: number, D: Frames | null = null): OperatorEntry {
  if (factor === 1) return node;
  const mirrored = isMirrored(node) ? { to: rescaledEnd((node as { readonly to?: unknown }).to ?? D, factor) } : {};
  const next = rescaleFields(node, factor);
  if (node.op !== 'cue') return { ...next, ...mirrored } as OperatorEntry;
  const moves = (next as { readonly moves: readonly unknown[] }).moves.map((move, i) => rescaledMove((node as { readonly moves: readonly unknown[] }).moves[i], move, factor));
  return { ...next, moves } as OperatorEntry;
}

function rescaleFields(node: OperatorEntry, factor: number): OperatorEntry {
  const to = (value: unknown): unknown => {
    if (typeof value === 'number') return rescaled(value, factor);
    if (Array.isArray(value)) return value.map(to);
    if (value === null || typeof value !== 'object') return value;
    if ('was' in value) return rescaleTime(value as TimeOrMoment, factor);
    return Object.fromEntries(Object.entries(value).map(([field, one]) => [field, field === 'from' || field === 'to' || field === 'rest' ? to(one) : one]));
  };
  const fields = (operatorOf(node.op)?.fields ?? {}) as OperatorFields;
  const changed = Object.entries(fields).flatMap(([name, field]) => {
    const value = (node as Record<string, unknown>)[name];
    if (typeof value === 'string' && (field.holds === 'formula' || field.holds === 'number' || field.holds === 'time')) return [[name, rescaledNumber(value, factor, field.unit === 'frames')]];
    if (field.holds === 'keys') return [[name, rescaleOwnKeys(value as Readonly<Record<string, OwnKey>>, factor)]];
    return field.unit === 'frames' || field.unit === 'cuts' ? [[name, to(value)]] : [];
  });
  return { ...node, ...Object.fromEntries(changed) } as OperatorEntry;
}

/** A formula of a time or a number, at another rate. What comes to bare frames is made as many more. */
function rescaledNumber(text: string, factor: number, inFrames: boolean): string {
  const next = rescaledFormula(text, factor);
  // A length that says its unit is converted by that; a bare number of frames is not.
  return inFrames && !/\d\s*(s|f|b|bar)\b/.test(next) ? `(${next}) * ${rescaled(1, factor)}` : next;
}

/** Keys of an operator's own: their times and what they show, handles with them. */
function rescaleOwnKeys(own: Readonly<Record<string, OwnKey>>, factor: number): Readonly<Record<string, OwnKey>> {
  const keys = Object.values(own);
  const times = rescaledTimes(keys.map((key) => key.at), factor);
  const handle = (value: unknown) => (isHandle(value) ? [rescaled(value[0], factor), rescaled(value[1], factor)] : value);
  return Object.fromEntries(keys.map((key, i) => [key.id, {
    ...key, at: times[i]!, to: rescaleTime(key.to, factor),
    ...(typeof key.arrives === 'number' ? { arrives: rescaled(key.arrives, factor) } : {}),
    ...(key.right === undefined ? {} : { right: handle(key.right) }), ...(key.left === undefined ? {} : { left: handle(key.left) }),
  }]));
}
