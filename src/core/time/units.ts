declare const unit: unique symbol;

/**
 * A place in time, in frames of the composition that owns it. May be fractional or negative.
 * The mark is optional, so a bare number may become frames, but seconds may not.
 */
export type Frames = number & { readonly [unit]?: 'frames' };

/** A place or a length in time, in seconds. */
export type Seconds = number & { readonly [unit]?: 'seconds' };

/** A place in music, in beats counted from 0. */
export type Beats = number & { readonly [unit]?: 'beats' };
