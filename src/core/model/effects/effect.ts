import type { ChannelSpecs } from '../channel-spec';

/** The numbers of an effect at a moment, by the names of its channels. */
export type NumbersOf<C extends ChannelSpecs> = { readonly [K in keyof C as C[K]['type'] extends 'N' ? K : never]: number };

/** An effect, whole: what it is called, what it says, and what can be keyed. Schema, tracks, bounds and help read it. */
export type EffectDefinition<K extends string, C extends ChannelSpecs> = {
  readonly kind: K;
  readonly title: string;
  /** One sentence: what it does to the picture under it. */
  readonly about: string;
  readonly channels: C;
  /** How far what it paints reaches beyond what it is given: left, up, right and down, in px of the layer, none below 0. */
  readonly grows: (numbers: NumbersOf<C>) => readonly [left: number, up: number, right: number, down: number];
};

export function defineEffect<const K extends string, const C extends ChannelSpecs>(definition: EffectDefinition<K, C>): EffectDefinition<K, C> {
  return definition;
}

/** As far to every side. */
export function allRound(reach: number): readonly [number, number, number, number] {
  const by = Math.max(0, reach);
  return [by, by, by, by];
}
