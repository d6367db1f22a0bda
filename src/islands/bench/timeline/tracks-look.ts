import type { Problem } from '../../../core/checks';
import type { Composition, Project } from '../../../core/model';
import type { Selection, TimelineView } from '../editor/state';
import type { Shift } from './shift';

/** What is drawn of the rows, and how. */
export type TracksLook = {
  readonly project: Project;
  readonly composition: Composition;
  readonly view: TimelineView;
  readonly width: number;
  readonly height: number;
  /** How far the rows are scrolled up, in pixels. */
  readonly scroll: number;
  readonly selection: Selection;
  readonly frame: number;
  readonly marquee: readonly [number, number, number, number] | null;
  /** The grip under the pointer. */
  readonly grip: { readonly layer: string; readonly end: 'start' | 'end'; readonly kind: 'trim' | 'stretch' } | null;
  /** Lanes that are open, and whether their curves are drawn over each other. */
  readonly lanes: ReadonlySet<string>;
  readonly curvesOver: 'no' | 'own' | 'common';
  /** Keys are being pulled: scales stay as they were. */
  readonly pulled: boolean;
  /** What is dragged, and how far. */
  readonly shift: Shift | null;
  /** How much a composition changes in each of its frames; null while that is being counted. */
  readonly activity: (composition: string) => Uint8Array | null;
  /** What checks found: told on bars and in lanes. */
  readonly problems: readonly Problem[];
  /** A moment that caught the drag. */
  readonly caught: number | null;
};
