import type { Problem } from '../../core/checks';
import type { Event, Patch } from '../../core/commands';
import type { Matrix } from '../../core/display';
import type { Project } from '../../core/model';
import type { PackedLayers } from './packed-layers';

/** A composition at a frame. */
export type Look = { readonly composition: string; readonly frame: number };

/** A layer under the pointer: its id, and for what lies inside nests the ids on the way down to it. */
export type PickHit = { readonly path: readonly string[] };

/** An edit that is tried out while a gesture goes on: what it is, prepared once. What each move changes is laid over its arguments. */
export type Gesture = { readonly event: Event; readonly args: object };

/** What the page asks of the picture's worker and waits for. */
export type PictureCalls = {
  /** What lies under a point of the composition, the topmost first. */
  readonly pick: { readonly in: { readonly look: Look; readonly x: number; readonly y: number }; readonly out: readonly PickHit[] };
  readonly thumbnail: { readonly in: { readonly composition: string; readonly frame: number; readonly width: number; readonly height: number }; readonly out: ImageBitmap | null };
  /** How much of a composition changes in each of its frames. */
  /** When a layer moves that is reached through nests. */
  readonly happens: { readonly in: { readonly composition: string; readonly path: readonly string[] }; readonly out: readonly (readonly [number, number])[] };
  readonly activity: { readonly in: { readonly composition: string }; readonly out: Uint8Array };
};

/** What the page tells it. */
export type PictureSays =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'project'; readonly project: Project; readonly revision: number }
  /** What makes the document of `revision` of the one before it. */
  | { readonly kind: 'patches'; readonly patches: readonly Patch[]; readonly revision: number }
  /** Device pixels of the canvas, and how the composition lies on it. */
  | { readonly kind: 'size'; readonly width: number; readonly height: number; readonly view: Matrix }
  /** Bytes that painted pictures may take in all. */
  | { readonly kind: 'limit'; readonly bytes: number }
  | { readonly kind: 'show'; readonly request: number; readonly look: Look }
  /** A gesture began, or is another one now; null lets go of it. */
  | { readonly kind: 'gesture'; readonly gesture: Gesture | null; readonly move: object }
  /** A gesture may begin: what stays still around it is made ready, and nothing is shown. */
  | { readonly kind: 'prepare'; readonly gesture: Gesture; readonly move: object }
  /** A move of it: a number or two. */
  | { readonly kind: 'pull'; readonly move: object }
  /** Plays on the worker's own clock: frame `originFrame` is due at `originTime` (ms since the epoch). */
  | { readonly kind: 'play'; readonly composition: string; readonly range: readonly [number, number]; readonly originFrame: number; readonly originTime: number; readonly asNeeded: boolean }
  | { readonly kind: 'stop' }
  /** Files of media came that were missing. */
  | { readonly kind: 'reload' };

/** How a stretch of playing went, by the worker's own log. */
export type PlayLog = { readonly frames: number; readonly late: number; readonly dropped: number; readonly worstMs: number };

/** What it tells the page. */
export type PictureNews =
  /** A picture is up since `at` (ms since the epoch, by the worker's own clock): the page may come to hear of it later. */
  | { readonly kind: 'shown'; readonly at: number; readonly request: number; readonly revision: number; readonly composition: string; readonly frame: number; readonly layers: PackedLayers; readonly tooMuch: boolean }
  | { readonly kind: 'problems'; readonly revision: number; readonly problems: readonly Problem[] }
  | { readonly kind: 'played'; readonly log: PlayLog }
  /** Which frames of the composition in view are painted and remembered: one byte a frame. */
  | { readonly kind: 'ready'; readonly composition: string; readonly frames: Uint8Array }
  /** Something did not fit: the whole document is wanted. */
  | { readonly kind: 'ask' };
