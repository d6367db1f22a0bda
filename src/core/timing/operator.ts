import type * as z from 'zod';
import type { Frames, Rate, Span } from '../time';
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

/** How a field is shown and typed. */
export type OperatorField = {
  readonly label: string;
  readonly unit: 'frames' | 'factor' | 'plays' | 'choice' | 'cuts';
  readonly choices?: readonly string[];
  /** Shown only while another field has this value: otherwise it has no effect. */
  readonly onlyWith?: readonly [field: string, value: string];
  /** Settled and kept, not played yet: an operator that uses it (it is not at this resting value) is passed over. */
  readonly kept?: { readonly resting: unknown };
};

export type OperatorExample<P> = { readonly given: Partial<P>; readonly D?: Frames; readonly x: Frames; readonly becomes: Frames };

/** A timing operator, whole: its fields as written, its words, its map and examples that tests and help read. */
export type OperatorDefinition<Op extends string, Shape extends z.ZodRawShape> = {
  readonly op: Op;
  readonly title: string;
  /** One sentence for the panel: what it does to time. */
  readonly about: string;
  readonly shape: Shape;
  readonly fields: { readonly [K in keyof Shape]: OperatorField };
  /** The setting in a few words, as the panel and the trail show it. */
  readonly tell: (params: z.output<z.ZodObject<Shape>>) => string;
  readonly prepare: (params: z.output<z.ZodObject<Shape>>, context: OperatorContext) => TimeMap;
  readonly examples: readonly OperatorExample<z.output<z.ZodObject<Shape>>>[];
};

export function defineOperator<const Op extends string, Shape extends z.ZodRawShape>(
  definition: OperatorDefinition<Op, Shape>,
): OperatorDefinition<Op, Shape> {
  return definition;
}

/** Held time stays inside its source: a time ≥ D is held as D − 1. There is no D for `keys`. */
export function holdInside(at: Frames, D: Frames | null): Frames {
  return D !== null && at >= D ? D - 1 : at;
}

/** A time of the source in words: its number, or the one that its marker had. */
export function tellTime(time: number | string | { readonly was: number } | null): string {
  return time !== null && typeof time === 'object' ? `a marker (${time.was})` : String(time);
}
