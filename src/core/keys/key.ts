import type { Frames } from '../time';
import type { KeyCurve } from './curves';

/** A handle as written: held, found from the neighbours, or drawn: `[dt, dv]` from its key. */
export type Handle = readonly [dt: Frames, dv: number];

/** What keys that mix have in common. */
type Mixing<V> = {
  readonly id: string;
  readonly at: Frames;
  readonly value: V;
  /** The segment that arrives ends on this, then `value` is shown from `at` on: a jump. */
  readonly arrives?: V | null | undefined;
  /** The segment that leaves runs by this in place of its handles or ease, `hold` too. */
  readonly curve?: KeyCurve | null | undefined;
};

/** A key of a scalar channel. An absent handle lies on the straight line, a third of the way. */
export type ScalarKey = Mixing<number> & {
  /** Leaves the key: dt ≥ 0. `hold` keeps the value until the next key. */
  readonly right?: 'hold' | 'smooth' | Handle | undefined;
  /** Comes into the key: dt ≤ 0. */
  readonly left?: 'smooth' | Handle | undefined;
};

/** How a segment of a point, pair or colour channel runs: on progress, as CSS writes it. */
export type Ease = 'linear' | 'hold' | readonly [x1: number, y1: number, x2: number, y2: number];

/** A key of a point, pair or colour channel; of outlines as their numbers in a row. */
export type VectorKey = Mixing<readonly number[]> & {
  /** For the segment that leaves the key. */
  readonly ease?: Ease | undefined;
  /** Handles of the path on the picture, from the key's point (`pathLeft` from where it arrives); a missing one is `[0, 0]`. */
  readonly pathLeft?: readonly [number, number] | undefined;
  readonly pathRight?: readonly [number, number] | undefined;
};

/** A key of a channel that only holds: text, switches, choices. */
export type HeldKey<T> = { readonly id: string; readonly at: Frames; readonly value: T };

/** What a segment ends on. */
export function endOf<V>(key: Mixing<V>): V {
  return key.arrives ?? key.value;
}

/** What a channel does before its first and from its last key on. */
export type Outside = 'hold' | 'repeat' | 'climb' | 'swing' | 'glide';
