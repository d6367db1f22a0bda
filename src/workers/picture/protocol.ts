import type { Problem } from '../../core/checks';
import type { Patch } from '../../core/commands';
import type { ShownLayer } from '../../core/evaluate';
import type { Project } from '../../core/model';

/** What a frame is asked of: a composition at a frame, with a gesture that is under way laid over the document. */
export type Look = { readonly composition: string; readonly frame: number; readonly transient: readonly Patch[] | null };

/** From the page to the picture's worker. */
export type PictureRequest =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'project'; readonly project: Project; readonly revision: number }
  | { readonly kind: 'patches'; readonly patches: readonly Patch[]; readonly revision: number }
  /** Device pixels of the canvas: the composition is scaled to fill them. */
  | { readonly kind: 'size'; readonly width: number; readonly height: number }
  | { readonly kind: 'show'; readonly request: number; readonly look: Look }
  /** Plays on the worker's own clock: frame `originFrame` is due at `originTime` (ms since the epoch). */
  | { readonly kind: 'play'; readonly composition: string; readonly range: readonly [number, number]; readonly originFrame: number; readonly originTime: number }
  | { readonly kind: 'stop' }
  | { readonly kind: 'pick'; readonly request: number; readonly look: Look; readonly x: number; readonly y: number }
  | { readonly kind: 'thumbnail'; readonly request: number; readonly composition: string; readonly frame: number; readonly width: number; readonly height: number };

/** How a stretch of playing went, by the worker's own log. */
export type PlayLog = { readonly frames: number; readonly late: number; readonly dropped: number; readonly worstMs: number };

/** From the picture's worker to the page. */
export type PictureAnswer =
  | { readonly kind: 'shown'; readonly request: number; readonly revision: number; readonly composition: string; readonly frame: number; readonly layers: readonly ShownLayer[]; readonly tooMuch: boolean }
  | { readonly kind: 'picked'; readonly request: number; readonly layer: string | null }
  | { readonly kind: 'thumbnail'; readonly request: number; readonly bitmap: ImageBitmap | null }
  | { readonly kind: 'problems'; readonly revision: number; readonly problems: readonly Problem[] }
  | { readonly kind: 'played'; readonly log: PlayLog }
  /** Which frames of the composition in view are painted and remembered: one byte a frame. */
  | { readonly kind: 'ready'; readonly composition: string; readonly frames: Uint8Array };
