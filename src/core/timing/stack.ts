import { convertExactly, dust, ratio, type Frames, type Rate, type Span } from '../time';
import { OPERATORS } from './operators';
import type { OperatorFields, OwnKey } from './field';
import type { OperatorContext, OperatorDefinition } from './operator';
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
};

/** One step of a prepared stack: an operator as it is met, and the time that comes in to it from the host's frames. */
export type Step = { readonly id: string; readonly title: string; readonly tells: string; readonly map: TimeMap; readonly incoming: TimeMap };

export type PreparedStack = {
  /** Host frame → source time; for a layer without content, its key time. */
  readonly content: TimeMap;
  /** Host frame → time of the layer's own channels. */
  readonly keys: TimeMap;
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

/**
 * Whether an operator is kept and does not play yet: its kind, a number that is a formula or a moment, a field that waits
 * for its time, or one that is narrowed to some tracks.
 */
export function isPassedOver(node: OperatorNode): boolean {
  const definition = operatorOf(node.op);
  if (!definition || (node.tracks ?? null) !== null) return true;
  return Object.entries(definition.fields as OperatorFields).some(([name, field]) => {
    const value = (node as Readonly<Record<string, unknown>>)[name];
    if (field.holds === 'keys') return Object.values(value as Readonly<Record<string, OwnKey>>).some((key) => typeof key.to !== 'number');
    if (field.kept) return value !== undefined && JSON.stringify(value) !== JSON.stringify(field.kept.resting);
    return field.holds !== 'choice' && value !== null && (typeof value === 'string' || typeof value === 'object');
  });
}

/** Composes a layer's operators, in order, for its content and for its own keys (timing.md, section 4). */
export function prepareStack(timing: readonly OperatorNode[], context: StackContext): PreparedStack {
  const { host, source, start } = context;
  const home: OperatorNode['on'] = source ? 'content' : 'keys';
  const entry = source ? straightMap(start, source.rate[0] * host[1], source.rate[1] * host[0]) : straightMap(start, 1, 1);
  const keyEntry = straightMap(start, 1, 1);
  const content: Step[] = [];
  const keys: Step[] = [];
  const added = (steps: Step[], first: TimeMap, step: Omit<Step, 'incoming'>) => steps.push({ ...step, incoming: composeAll([first, ...steps.map((one) => one.map)]) });
  for (const node of timing) {
    const definition = operatorOf(node.op);
    if (node.off || !definition || isPassedOver(node)) continue;
    const on = node.on ?? home;
    const reach = on === 'both' && !source ? 'keys' : on;
    const prepareFor = (side: OperatorContext['on']) =>
      definition.prepare(node as never, {
        on: side,
        D: side === 'keys' ? null : (source?.D ?? null),
        rates: { host, source: source?.rate ?? host },
        rigid: source?.rigid ?? [],
        markers: context.markers.map((at) => dust(side === 'keys' || !source ? at - start : convertExactly(at - start, host, source.rate))),
      });
    const words = { id: node.id, title: definition.title, tells: definition.tell(node as never) };
    if (reach !== 'keys' && source) {
      added(content, entry, { ...words, map: prepareFor(reach) });
    }
    if (reach === 'keys') added(keys, keyEntry, { ...words, map: prepareFor('keys') });
    if (reach === 'both' && source) added(keys, keyEntry, { ...words, map: around(prepareFor('both'), host, source.rate) });
  }
  const keyMap = composeAll([keyEntry, ...keys.map((step) => step.map)]);
  return {
    entry, keyEntry,
    steps: content,
    keySteps: keys,
    keys: keyMap,
    content: source ? composeAll([entry, ...content.map((step) => step.map)]) : keyMap,
  };
}

/** A map in source frames, met from host frames: converted there and back. */
function around(map: TimeMap, host: Rate, source: Rate): TimeMap {
  if (ratio(host, source) === 1) return map;
  const there = straightMap(0, source[0] * host[1], source[1] * host[0]);
  const back = straightMap(0, host[0] * source[1], host[1] * source[0]);
  return compose(compose(there, map), back);
}

