import { convertExactly, dust, ratio, type Frames, type Rate, type Span } from '../time';
import { OPERATORS } from './operators';
import type { Moment, OperatorFields } from './field';
import { withoutMoments } from './moments';
import type { OperatorContext, OperatorDefinition, TimeHandle } from './operator';
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
};

/** One step of a prepared stack: an operator as it is met, and the time that comes in to it from the host's frames. */
export type Step = { readonly id: string; readonly title: string; readonly tells: string; /** The operator with numbers for its moments, as this side has them. */ readonly node: OperatorNode; /** Where it is taken hold of in a lane, in its own times. */ readonly handles: () => readonly TimeHandle[]; readonly map: TimeMap; readonly incoming: TimeMap; /** On keys: the tracks it is narrowed to; null for all. */ readonly tracks: readonly string[] | null };

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
  readonly entry: TimeMap;
  readonly keyEntry: TimeMap;
};

/** The definition of an operator that plays, or null for a kind that is only kept. */
export function operatorOf(op: string): OperatorDefinition<string, never> | null {
  // The tuple's members differ in their parameters; the schema has matched node and member before this.
  return (OPERATORS.find((definition) => definition.op === op) as unknown as OperatorDefinition<string, never>) ?? null;
}

/** Whether an operator is kept and does not play yet: its kind, or a number that is a formula of dials. */
export function isPassedOver(node: OperatorNode): boolean {
  const definition = operatorOf(node.op);
  if (!definition) return true;
  return Object.entries(definition.fields as OperatorFields).some(([name, field]) => field.holds !== 'choice' && typeof (node as Readonly<Record<string, unknown>>)[name] === 'string');
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
  const added = (steps: Step[], first: TimeMap, step: Omit<Step, 'incoming'>) => steps.push({ ...step, incoming: composeAll([first, ...steps.filter(({ tracks }) => reaches(tracks, step.tracks?.[0] ?? null)).map((one) => one.map)]) });
  for (const node of timing) {
    const definition = operatorOf(node.op);
    if (node.off || !definition || isPassedOver(node)) continue;
    const on = node.on ?? home;
    const reach = on === 'both' && !source ? 'keys' : on;
    const plain = (side: OperatorContext['on']) => withoutMoments(node, momentOn(side === 'keys' || !source ? 'layer' : 'source'));
    const surroundings = (side: OperatorContext['on']): OperatorContext => ({
      on: side,
      D: side === 'keys' ? null : (source?.D ?? null),
      rates: { host, source: source?.rate ?? host },
      rigid: source?.rigid ?? [],
      markers: context.markers.map((at) => dust(side === 'keys' || !source ? at - start : convertExactly(at - start, host, source.rate))),
    });
    const prepareFor = (side: OperatorContext['on']) => definition.prepare(plain(side) as never, surroundings(side));
    const handlesFor = (side: OperatorContext['on']) => () => {
      const around = surroundings(side);
      return definition.handles(plain(side) as never, { ...around, length: around.D ?? 0 });
    };
    const words = { id: node.id, title: definition.title, tells: definition.tell(node as never) };
    const tracks = node.tracks ?? null;
    // Content is never narrowed.
    if (reach !== 'keys' && source) added(content, entry, { ...words, node: plain(reach), handles: handlesFor(reach), map: prepareFor(reach), tracks: null });
    if (tracks?.length === 0) continue;
    if (reach === 'keys') added(keys, keyEntry, { ...words, node: plain('keys'), handles: handlesFor('keys'), map: prepareFor('keys'), tracks });
    if (reach === 'both' && source) added(keys, keyEntry, { ...words, node: plain('both'), handles: handlesFor('both'), map: around(prepareFor('both'), host, source.rate), tracks });
  }
  const through = (track: string | null) => composeAll([keyEntry, ...keys.filter((step) => reaches(step.tracks, track)).map((step) => step.map)]);
  const keyMap = through(null);
  const narrowed = [...new Set(keys.flatMap((step) => step.tracks ?? []))];
  const known = new Map(narrowed.map((track) => [track, through(track)]));
  return {
    entry, keyEntry,
    steps: content,
    keySteps: keys,
    keys: keyMap,
    narrowed,
    keysOf: (track) => known.get(track) ?? keyMap,
    content: source ? composeAll([entry, ...content.map((step) => step.map)]) : keyMap,
  };
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

