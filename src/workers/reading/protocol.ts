import type { KeysClip } from '../../core/commands';
import type { Project } from '../../core/model';
import type { SvgReading } from './svg/read-svg';

/** What a text on the clipboard turned out to be. */
export type ClipReading = { readonly kind: 'layers'; readonly clip: Project } | { readonly kind: 'keys'; readonly clip: KeysClip } | { readonly kind: 'nothing'; readonly message: string };

export type ReadingRequest =
  | { readonly request: number; readonly kind: 'clip'; readonly text: string }
  | { readonly request: number; readonly kind: 'svg'; readonly text: string; readonly name: string; readonly id: string; readonly seed: string };

export type ReadingAnswer =
  | { readonly request: number; readonly kind: 'clip'; readonly reading: ClipReading }
  | { readonly request: number; readonly kind: 'svg'; readonly reading: SvgReading };

export type { SvgReading };
