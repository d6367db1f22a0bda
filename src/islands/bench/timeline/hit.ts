import type { Event, KeyRef, MarkerRef } from '../../../core/commands';

/** What lies under the pointer in the tracks. */
export type Hit =
  | { readonly kind: 'keys'; readonly refs: readonly KeyRef[]; readonly at: number; readonly layer: string }
  | { readonly kind: 'bar'; readonly layer: string }
  | { readonly kind: 'trim'; readonly layer: string; readonly end: 'start' | 'end' }
  | { readonly kind: 'stretch'; readonly layer: string; readonly end: 'start' | 'end' }
  | { readonly kind: 'marker'; readonly ref: MarkerRef }
  | Grip
  | { readonly kind: 'row'; readonly layer: string }
  | { readonly kind: 'nothing' };

/** Something that one kind of row alone knows how to pull: how far it is pulled changes one edit. */
export type Grip = {
  readonly kind: 'grip';
  readonly layer: string | null;
  readonly cursor: 'ew-resize' | 'ns-resize' | 'move' | 'grab' | 'crosshair';
  /** What a drag from here does, said before the press. */
  readonly words: string;
  /** What a press on it selects. */
  readonly as: Exclude<Hit, Grip>;
  /** The moment that is taken hold of, in frames of the composition: others may catch it. */
  readonly at: number;
  /** It goes where the pointer goes: no frame and no moment catches it. */
  readonly free?: boolean;
  /** How far it may go, in frames; both ends are allowed. */
  readonly limits: readonly [least: number, most: number];
  readonly event: Event;
  readonly args: object;
  /** What a double-click does, where that is more than what it selects. */
  readonly twice?: { readonly event: Event; readonly args: object };
  /** What of the arguments it changes after a number of frames across and of pixels down, and the words for where that is. */
  readonly pull: (by: number, down: number, how?: PullHow) => { readonly move: object; readonly told: string };
};

/** How a pull is meant: `later` takes what comes behind along (Ripple), `ties` holds on to markers that it meets (Snap). */
export type PullHow = { readonly later: boolean; readonly ties: boolean };
