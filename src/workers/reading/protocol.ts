import type { KeysClip, TimingClip } from '../../core/commands';
import type { Project } from '../../core/model';
import type { SvgReading } from './svg/read-svg';

/** What a text on the clipboard turned out to be. */
export type ClipReading = { readonly kind: 'layers'; readonly clip: Project } | { readonly kind: 'keys'; readonly clip: KeysClip } | { readonly kind: 'timing'; readonly clip: TimingClip } | { readonly kind: 'nothing'; readonly message: string };

export type ReadingCalls = {
  clip: { readonly in: { readonly text: string }; readonly out: ClipReading };
  svg: { readonly in: { readonly text: string; readonly name: string; readonly id: string; readonly seed: string }; readonly out: SvgReading };
};

export type { SvgReading };
