import type { Frames } from '../time';

/** A handle as written: held, found from the neighbours, or drawn: `[dt, dv]` from its key. */
export type Handle = readonly [dt: Frames, dv: number];

/** A key of a scalar channel. An absent handle lies on the straight line, a third of the way. */
export type ScalarKey = {
  readonly id: string;
  readonly at: Frames;
  readonly value: number;
  /** Leaves the key: dt ≥ 0. `hold` keeps the value until the next key. */
  readonly right?: 'hold' | 'smooth' | Handle | undefined;
  /** Comes into the key: dt ≤ 0. */
  readonly left?: 'smooth' | Handle | undefined;
};

/** How a segment of a point, pair or colour channel runs: on progress, as CSS writes it. */
export type Ease = 'linear' | 'hold' | readonly [x1: number, y1: number, x2: number, y2: number];

/** A key of a point, pair or colour channel. */
export type VectorKey = {
  readonly id: string;
  readonly at: Frames;
  readonly value: readonly number[];
  /** For the segment that leaves the key. */
  readonly ease?: Ease | undefined;
  /** Handles of the path on the picture, from the key's point; a missing one is `[0, 0]`. */
  readonly pathLeft?: readonly [number, number] | undefined;
  readonly pathRight?: readonly [number, number] | undefined;
};

/** A key of a channel that only holds: text, switches, choices. */
export type HeldKey<T> = { readonly id: string; readonly at: Frames; readonly value: T };

/** What a channel does before its first and from its last key on. */
export type Outside = 'hold' | 'repeat' | 'climb' | 'swing' | 'glide';

/** Where a play of the keyed part lies: which one, and the time inside it. */
export type Play = { readonly n: number; readonly at: Frames };
