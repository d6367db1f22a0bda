import type { Problem } from '../../core/checks';
import type { Patch } from '../../core/commands';
import type { Matrix } from '../../core/display';
import type { ShownLayer } from '../../core/evaluate';
import type { Project } from '../../core/model';

/** What a frame is asked of: a composition at a frame, with a gesture that is under way laid over the document. */
export type Look = { readonly composition: string; readonly frame: number; readonly transient: readonly Patch[] | null };

/** A layer under the pointer: its id, and for what lies inside nests the ids on the way down to it. */
export type PickHit = { readonly path: readonly string[] };

/** From the page to the picture's worker. */
export type PictureRequest =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'project'; readonly project: Project; readonly revision: number }
  | { readonly kind: 'patches'; readonly patches: readonly Patch[]; readonly revision: number }
  /** Device pixels of the canvas, and how the composition lies on it. */
  | { readonly kind: 'size'; readonly width: number; readonly height: number; readonly view: Matrix }
  | { readonly kind: 'show'; readonly request: number; readonly look: Look }
  /** Plays on the worker's own clock: frame `originFrame` is due at `originTime` (ms since the epoch). */
  | { readonly kind: 'play'; readonly composition: string; readonly range: readonly [number, number]; readonly originFrame: number; readonly originTime: number; readonly asNeeded: boolean }
  /** A gesture that goes on while it plays; null when it is let go. */
  | { readonly kind: 'overlay'; readonly transient: readonly Patch[] | null }
  | { readonly kind: 'stop' }
  /** Files of media came that were missing. */
  | { readonly kind: 'reload' }
  | { readonly kind: 'pick'; readonly request: number; readonly look: Look; readonly x: number; readonly y: number }
  | { readonly kind: 'thumbnail'; readonly request: number; readonly composition: string; readonly frame: number; readonly width: number; readonly height: number };

/** How a stretch of playing went, by the worker's own log. */
export type PlayLog = { readonly frames: number; readonly late: number; readonly dropped: number; readonly worstMs: number };

/** From the picture's worker to the page. */
export type PictureAnswer =
  | { readonly kind: 'shown'; readonly request: number; readonly revision: number; readonly composition: string; readonly frame: number; readonly layers: readonly ShownLayer[]; readonly tooMuch: boolean }
  | { readonly kind: 'picked'; readonly request: number; readonly hits: readonly PickHit[] }
  | { readonly kind: 'thumbnail'; readonly request: number; readonly bitmap: ImageBitmap | null }
  | { readonly kind: 'problems'; readonly revision: number; readonly problems: readonly Problem[] }
  | { readonly kind: 'played'; readonly log: PlayLog }
  /** Which frames of the composition in view are painted and remembered: one byte a frame. */
  | { readonly kind: 'ready'; readonly composition: string; readonly frames: Uint8Array };
