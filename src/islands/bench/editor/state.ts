import type { Problem } from '../../../core/checks';
import type { History, KeyRef, Patch } from '../../../core/commands';
import type { ShownLayer } from '../../../core/evaluate';
import type { Project } from '../../../core/model';
import type { PlayLog } from '../../../workers/picture/protocol';
import type { SaveState } from './keeping';

/** One step of the way in: an opened composition, and the nest by which it was entered. */
export type WayStep = {
  readonly composition: string;
  readonly via: { readonly layer: string; readonly frame: number } | null;
};

export type TimelineView = {
  /** The composition's frame at the left edge; fractional. */
  readonly from: number;
  readonly pixelsPerFrame: number;
};

export type Selection = {
  readonly layers: readonly string[];
  readonly keys: readonly KeyRef[];
  readonly operator: string | null;
};

export const NOTHING_SELECTED: Selection = { layers: [], keys: [], operator: null };

export type EditorState = {
  readonly projectId: string;
  /** With everything done in this window, acknowledged or not. */
  readonly project: Project;
  /** A gesture under way, laid over the project until it is let go. */
  readonly transient: readonly Patch[] | null;
  readonly history: History;
  readonly saved: SaveState;
  readonly way: readonly WayStep[];
  readonly frame: number;
  readonly playing: boolean;
  readonly keying: boolean;
  readonly selection: Selection;
  readonly view: TimelineView;
  /** Layers whose channels stand under them, and nests whose picture time does, by composition and layer. */
  readonly unfolded: ReadonlySet<string>;
  readonly lanes: ReadonlySet<string>;
  /** Whether the list of shortcuts is open. */
  readonly listing: boolean;
  readonly message: { readonly text: string; readonly bad: boolean; readonly at: number } | null;
  readonly problems: readonly Problem[];
  /** Where the layers were in the picture that is on screen. */
  readonly shown: { readonly composition: string; readonly frame: number; readonly layers: readonly ShownLayer[]; readonly tooMuch: boolean } | null;
  readonly ready: { readonly composition: string; readonly frames: Uint8Array } | null;
  readonly played: PlayLog | null;
};

/** Folding is remembered for a layer in its composition. */
export function foldKey(composition: string, layer: string): string {
  return `${composition}/${layer}`;
}
