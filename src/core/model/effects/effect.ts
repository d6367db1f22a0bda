import type { Colour, Pass } from '../../display';
import type { ChannelSpecs } from '../channel-spec';

/** The numbers and colours of an effect at a moment, by the names of its channels. */
export type ValuesOf<C extends ChannelSpecs> = { readonly [K in keyof C]: C[K]['type'] extends 'C' ? Colour : number };

/** An effect, whole: what it is called, what it says, and what can be keyed. Schema, tracks, bounds and help read it. */
export type EffectDefinition<K extends string, C extends ChannelSpecs> = {
  readonly kind: K;
  readonly title: string;
  /** One sentence: what it does to the picture under it. */
  readonly about: string;
  readonly channels: C;
  /** How it is painted, as plain data that every painter can read. */
  readonly passes: (values: ValuesOf<C>) => readonly Pass[];
  /** How far what it paints reaches beyond what it is given: left, up, right and down, in px of the layer, none below 0. */
  readonly grows: (values: ValuesOf<C>) => readonly [left: number, up: number, right: number, down: number];
};

export function defineEffect<const K extends string, const C extends ChannelSpecs>(definition: EffectDefinition<K, C>): EffectDefinition<K, C> {
  return definition;
}

/** The standard deviation of a blur of so many px: half of it, as with soft edges. */
export function softOf(radius: number): number {
  return Math.max(0, radius) / 2;
}

/** How far a blur of so many px is painted: three standard deviations. */
export function spreadOf(radius: number): number {
  return 3 * softOf(radius);
}

/** As far to every side. */
export function allRound(reach: number): readonly [number, number, number, number] {
  const by = Math.max(0, reach);
  return [by, by, by, by];
}
