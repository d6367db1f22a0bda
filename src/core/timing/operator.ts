import type { Frames, Rate, Span } from '../time';
import type { OperatorFields, ParamsOf } from './field';
import type { TimeMap } from './time-map';

/** What an operator may know beside its own numbers. */
export type OperatorContext = {
  readonly on: 'content' | 'keys' | 'both';
  /** The source's duration in its own frames; null where there is no source (`keys`). */
  readonly D: Frames | null;
  readonly rates: { readonly host: Rate; readonly source: Rate };
  readonly rigid: readonly Span[];
  /** Times of the layer's firing markers in the operator's own frames, rising. */
  readonly markers: readonly Frames[];
};

/** Where an operator is added: what makes it useful at once. */
export type Birth = {
  /** The source's duration in its own frames; null where it acts on keys, which have none. */
  readonly D: Frames | null;
  /** How long what it acts on lasts, in the operator's frames: D, or what the layer's bar leaves of the composition. */
  readonly length: Frames;
  /** The time that comes in to it at the playhead. */
  readonly at: Frames;
  /** A second, in the operator's frames. */
  readonly second: Frames;
};

/** What is wrong with an operator that its single fields do not show. */
export type OperatorFault = { readonly field: string; readonly message: string };

export type OperatorExample<P> = { readonly given: Partial<P>; readonly D?: Frames; readonly rigid?: readonly Span[]; readonly markers?: readonly Frames[]; readonly x: Frames; readonly becomes: Frames };

/** A timing operator, whole: its fields, its words, its map, how it is born, and examples that tests and help read. */
export type OperatorDefinition<Op extends string, Fields extends OperatorFields> = {
  readonly op: Op;
  readonly title: string;
  /** One sentence for the panel: what it does to time. */
  readonly about: string;
  readonly fields: Fields;
  /** The setting in a few words, as the panel and the trail show it. */
  readonly tell: (params: ParamsOf<Fields>) => string;
  /** What it does where it was just added, as the beginning of a sentence. */
  readonly did: (params: ParamsOf<Fields>) => string;
  readonly prepare: (params: ParamsOf<Fields>, context: OperatorContext) => TimeMap;
  /** Fields with which it is added; what is left out is at its start. */
  readonly born: (birth: Birth) => Partial<ParamsOf<Fields>>;
  /** Faults of one operator by itself. Numbers that are formulas of dials are judged when they are worked out. */
  readonly faults?: (params: ParamsOf<Fields>) => readonly OperatorFault[];
  /** Faults that it has on keys alone, which have no source. */
  readonly faultsOnKeys?: (params: ParamsOf<Fields>) => readonly OperatorFault[];
  readonly examples: readonly OperatorExample<ParamsOf<Fields>>[];
};

export function defineOperator<const Op extends string, const Fields extends OperatorFields>(definition: OperatorDefinition<Op, Fields>): OperatorDefinition<Op, Fields> {
  return definition;
}

/** Held time stays inside its source: a time ≥ D is held as D − 1. There is no D for `keys`. */
export function holdInside(at: Frames, D: Frames | null): Frames {
  return D !== null && at >= D ? D - 1 : at;
}
