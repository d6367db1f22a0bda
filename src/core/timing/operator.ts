import { written, type Frames, type Rate, type Span } from '../time';
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
  /** A formula of the operator that gives a time, where it is one: handed in, for timing knows no formulas. */
  readonly driven?: Driven | null;
};

/** A time worked out by a formula, in the operator's frames. `hosted`: it reads the host's clock beside the time that comes in. */
export type Driven = { readonly at: (x: Frames, host: Frames) => Frames; readonly hosted: boolean };

/** Where an operator is added: what makes it useful at once. */
export type Birth = {
  /** The source's duration in its own frames; null where it acts on keys, which have none. */
  readonly D: Frames | null;
  /** How long what it acts on lasts, in the operator's frames: D, or up to the layer's last key, that one included; without keys what its bar leaves. */
  readonly length: Frames;
  /** One round of it: as long, but for a last key that shows what the first one shows. */
  readonly cycle: Frames;
  /** The time that comes in to it at the playhead. */
  readonly at: Frames;
  /** A second, in the operator's frames. */
  readonly second: Frames;
};

/** What is wrong with an operator that its single fields do not show. */
export type OperatorFault = { readonly field: string; readonly message: string };

/**
 * Where an operator can be taken hold of in a lane: at a time that comes in and the time that it shows there. A pull tells the fields that it
 * changes, and what they are now in words.
 */
export type TimeHandle = {
  /** Its name among the operator's handles, in words. */
  readonly name: string;
  readonly x: Frames;
  readonly s: Frames;
  /** Ways in which it goes: across in incoming time, up in what is shown. */
  readonly goes: 'across' | 'up' | 'both';
  /** A point on the line, or a foot under it that says how wide something is. */
  readonly drawn: 'point' | 'foot';
  /** Of two feet at one time the one before (−1) and the one after it (1). */
  readonly side?: -1 | 1;
  /** A number that stands beside it. */
  readonly label?: string;
  /** With `later` what comes behind it goes along, so that its rate is kept; else it stays at its moment. */
  readonly pull: (x: Frames, s: Frames, later?: boolean) => { readonly fields: Readonly<Record<string, unknown>>; readonly told: string };
};

/** What handles need to know of where the operator stands. */
export type HandleContext = Pick<Birth, 'D' | 'length'> & Pick<OperatorContext, 'markers'>;

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
  /** Where it is taken hold of in a lane; times in `params` are numbers here. */
  readonly handles: (params: ParamsOf<Fields>, context: HandleContext) => readonly TimeHandle[];
  /** What of its other fields follows when these are set alone: lists that must be as long as each other. `params` are those from before. */
  readonly along?: (params: ParamsOf<Fields>, set: Partial<ParamsOf<Fields>>) => Partial<ParamsOf<Fields>>;
  /** Faults of one operator by itself. Numbers that are formulas of dials are judged when they are worked out. */
  readonly faults?: (params: ParamsOf<Fields>) => readonly OperatorFault[];
  /** Faults that it has on keys alone, which have no source. */
  readonly faultsOnKeys?: (params: ParamsOf<Fields>) => readonly OperatorFault[];
  readonly examples: readonly OperatorExample<ParamsOf<Fields>>[];
};

/** A time as a pull leaves it: in full, for where it was caught may lie between frames of this rate. */
export const pulled = written;

export function defineOperator<const Op extends string, const Fields extends OperatorFields>(definition: OperatorDefinition<Op, Fields>): OperatorDefinition<Op, Fields> {
  return definition;
}

/** Held time stays inside its source: a time ≥ D is held as D − 1. There is no D for `keys`. */
export function holdInside(at: Frames, D: Frames | null): Frames {
  return D !== null && at >= D ? D - 1 : at;
}
