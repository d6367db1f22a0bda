import { convertExactly, dust, ratio, type Frames, type Rate, type Span } from '../time';
import { OPERATORS } from './operators';
import type { Moment, OperatorFields } from './field';
import { withoutMoments } from './moments';
import type { Driven, OperatorContext, OperatorDefinition, TimeHandle } from './operator';
import { sampledMap } from './sampled-map';
import { compose, composeAll, straightMap, type TimeMap } from './time-map';

/** An operator as a layer carries it. */
export type OperatorNode = { readonly id: string; readonly op: string; readonly off: boolean; readonly on?: 'content' | 'keys' | 'both' | undefined; readonly tracks?: readonly string[] | null };

/** What a layer's timing stack is worked out against. */
export type StackContext = {
  readonly host: Rate;
  /** Null for a layer without content (its `content` operators are passed over). */
  readonly source: { readonly rate: Rate; readonly D: Frames; readonly rigid: readonly Span[] } | null;
  /** Host frames from which the layer counts. */
  readonly start: Frames;
  /** Host times of the layer's firing markers. */
  readonly markers: readonly Frames[];
  /** Where a moment is by its marker: of the source in the source's frames, of the layer in layer time; null where the marker is gone. */
  readonly momentAt?: (moment: Moment, of: 'source' | 'layer') => Frames | null;
  /** What the formulas of an operator come to: the time that it gives, where it is one, and its numbers that are formulas of dials (null while one is wrong). */
  readonly formulas?: { readonly driven: (node: OperatorNode, side: OperatorContext['on']) => Driven | null; readonly numbers: (node: OperatorNode, side: OperatorContext['on']) => Readonly<Record<string, number>> | null };
};

/** One step of a prepared stack: an operator as it is met, and the time that comes in to it from the host's frames. */
export type Step = { readonly id: string; readonly title: string; readonly tells: string; /** The operator with numbers for its moments, as this side has them. */ readonly node: OperatorNode; /** Where it is taken hold of in a lane, in its own times. */ readonly handles: () => readonly TimeHandle[]; readonly map: TimeMap; readonly incoming: TimeMap; /** From the host's frames to what it gives. */ readonly after: TimeMap; /** On keys: the tracks it is narrowed to; null for all. */ readonly tracks: readonly string[] | null };

export type PreparedStack = {
  /** Host frame → source time; for a layer without content, its key time. */
  readonly content: TimeMap;
  /** Host frame → time of the layer's own channels; of those to which no step is narrowed. */
  readonly keys: TimeMap;
  /** The same for the track with an address: steps that are narrowed to others do not count. */
  readonly keysOf: (track: string) => TimeMap;
  /** The tracks that steps are narrowed to, by name. */
  readonly narrowed: readonly string[];
  /** The content steps one by one, after the conversion to source frames. */
  readonly steps: readonly Step[];
  /** The steps of the layer's own keys, in frames of the host. */
  readonly keySteps: readonly Step[];
  /** A layer's time as formulas count it: the steps that hold every picture for a while, and no others. */
  readonly heldFor: (track: string) => TimeMap;
  readonly entry: TimeMap;
  readonly keyEntry: TimeMap;
};

/** The definition of an operator that plays, or null for a kind that is only kept. */
export function operatorOf(op: string): OperatorDefinition<string, never> | null {
  // The tuple's members differ in their parameters; the schema has matched node and member before this.
  return (OPERATORS.find((definition) => definition.op === op) as unknown as OperatorDefinition<string, never>) ?? null;
}

/** The fields of an operator whose numbers are formulas of dials, by name. */
export function formulaNumbers(node: OperatorNode): Readonly<Record<string, string>> {
  const fields = Object.entries((operatorOf(node.op)?.fields ?? {}) as OperatorFields).filter(([, { holds }]) => holds === 'number' || holds === 'time');
  const values = node as unknown as Readonly<Record<string, unknown>>;
  return Object.fromEntries(fields.flatMap(([name]) => (typeof values[name] === 'string' ? [[name, values[name]]] : [])));
}

/** Composes a layer's operators, in order, for its content and for its own keys (timing.md, section 4). */
export function prepareStack(timing: readonly OperatorNode[], context: StackContext): PreparedStack {
  const { host, source, start } = context;
  const momentOn = (of: 'source' | 'layer') => (moment: Moment) => context.momentAt?.(moment, of) ?? moment.was;
  const home: OperatorNode['on'] = source ? 'content' : 'keys';
  const entry = source ? straightMap(start, source.rate[0] * host[1], source.rate[1] * host[0]) : straightMap(start, 1, 1);
  const keyEntry = straightMap(start, 1, 1);
  const content: Step[] = [];
  const keys: Step[] = [];
  // What comes in to a narrowed step went through those alone that its first track went through.
  const added = (steps: Step[], first: TimeMap, { hosted, ...step }: Omit<Step, 'incoming' | 'after'> & Hosted) => {
    const incoming = through(first, steps.filter(({ tracks }) => reaches(tracks, step.tracks?.[0] ?? null)));
    const made: Step = { ...step, incoming, after: hosted ? withHost(incoming, hosted) : compose(incoming, step.map) };
    if (hosted) hostedBy.set(made, hosted);
    steps.push(made);
  };
  for (const node of timing) {
    const definition = operatorOf(node.op);
    if (node.off || !definition) continue;
    const hasNumbers = Object.keys(formulaNumbers(node)).length > 0;
    const numbersFor = (side: OperatorContext['on']) => (hasNumbers ? (context.formulas?.numbers(node, side) ?? null) : {});
    // While a number of it is wrong, it is passed over.
    if (hasNumbers && numbersFor(node.on ?? home!) === null) continue;
    const on = node.on ?? home;
    const reach = on === 'both' && !source ? 'keys' : on;
    const plain = (side: OperatorContext['on']) => withoutMoments(hasNumbers ? { ...node, ...numbersFor(side) } : node, momentOn(side === 'keys' || !source ? 'layer' : 'source'));
    const surroundings = (side: OperatorContext['on']): OperatorContext => ({
      on: side,
      D: side === 'keys' ? null : (source?.D ?? null),
      rates: { host, source: source?.rate ?? host },
      rigid: source?.rigid ?? [],
      driven: isDriven(node) ? (context.formulas?.driven(node, side) ?? null) : null,
      markers: context.markers.map((at) => dust(side === 'keys' || !source ? at - start : convertExactly(at - start, host, source.rate))),
    });
    const prepareFor = (side: OperatorContext['on']) => definition.prepare(plain(side) as never, surroundings(side));
    const handlesFor = (side: OperatorContext['on']) => () => {
      const around = surroundings(side);
      return definition.handles(plain(side) as never, { ...around, length: around.D ?? 0 });
    };
    const words = { id: node.id, title: definition.title, tells: definition.tell(node as never) };
    const tracks = node.tracks ?? null;
    // A formula that reads the host's clock needs more than the time that comes in.
    const hostedOn = (side: OperatorContext['on'], inHostFrames = false): Hosted => {
      const driven = isDriven(node) ? context.formulas?.driven(node, side) : null;
      if (!driven?.hosted) return { hosted: null };
      if (!inHostFrames || !source) return { hosted: (x, at) => dust(driven.at(x, at)) };
      return { hosted: (x, at) => dust(convertExactly(dust(driven.at(dust(convertExactly(x, host, source.rate)), at)), source.rate, host)) };
    };
    // Content is never narrowed.
    if (reach !== 'keys' && source) added(content, entry, { ...words, node: plain(reach), handles: handlesFor(reach), map: prepareFor(reach), tracks: null, ...hostedOn(reach) });
    if (tracks?.length === 0) continue;
    if (reach === 'keys') added(keys, keyEntry, { ...words, node: plain('keys'), handles: handlesFor('keys'), map: prepareFor('keys'), tracks, ...hostedOn('keys') });
    if (reach === 'both' && source) added(keys, keyEntry, { ...words, node: plain('both'), handles: handlesFor('both'), map: around(prepareFor('both'), host, source.rate), tracks, ...hostedOn('both', true) });
  }
  const forTrack = (track: string | null) => through(keyEntry, keys.filter((step) => reaches(step.tracks, track)));
  const keyMap = forTrack(null);
  const narrowed = [...new Set(keys.flatMap((step) => step.tracks ?? []))];
  const known = new Map(narrowed.map((track) => [track, forTrack(track)]));
  const holding = keys.filter(({ node }) => node.op === 'step');
  return {
    entry, keyEntry,
    steps: content,
    keySteps: keys,
    keys: keyMap,
    narrowed,
    keysOf: (track) => known.get(track) ?? keyMap,
    heldFor: (track) => composeAll([keyEntry, ...holding.filter((step) => reaches(step.tracks, track)).map((step) => step.map)]),
    content: source ? through(entry, content) : keyMap,
  };
}

/** How a step works that needs the host's frame beside the time that comes in. */
type Hosted = { readonly hosted: ((x: Frames, host: Frames) => Frames) | null };
const hostedBy = new WeakMap<Step, NonNullable<Hosted['hosted']>>();

/** Steps one after another, from the host's frames on. */
function through(first: TimeMap, steps: readonly Step[]): TimeMap {
  let maps: TimeMap[] = [first];
  for (const step of steps) {
    const hosted = hostedBy.get(step);
    if (hosted) maps = [withHost(composeAll(maps), hosted)];
    else maps.push(step.map);
  }
  return composeAll(maps);
}

function withHost(incoming: TimeMap, hosted: NonNullable<Hosted['hosted']>): TimeMap {
  return sampledMap((frame) => hosted(incoming.at(frame), frame));
}

/** Whether an operator gives the time of a formula. */
function isDriven(node: OperatorNode): boolean {
  return Object.values((operatorOf(node.op)?.fields ?? {}) as OperatorFields).some(({ holds }) => holds === 'formula');
}

/** Whether a step narrowed to these tracks reaches one; null asks for a track that no step is narrowed to. */
function reaches(tracks: readonly string[] | null, track: string | null): boolean {
  return tracks === null || (track !== null && tracks.includes(track));
}

/** A map in source frames, met from host frames: converted there and back. */
function around(map: TimeMap, host: Rate, source: Rate): TimeMap {
  if (ratio(host, source) === 1) return map;
  const there = straightMap(0, source[0] * host[1], source[1] * host[0]);
  const back = straightMap(0, host[0] * source[1], host[1] * source[0]);
  return compose(compose(there, map), back);
}

