import type { ComponentType } from 'react';
import type { Composition, Layer, Project } from '../../../../core/model';
import type { Span } from '../../../../core/time';
import type { TimelineView } from '../../editor/state';
import type { Hit } from '../hit';
import type { HeadActs } from '../layer-head';
import type { Peg } from '../pegs';
import type { TracksLook } from '../tracks-look';

/** Which rows are shown, and in which order. */
export type RowChoice = {
  readonly unfolded: ReadonlySet<string>;
  readonly lanes: ReadonlySet<string>;
  readonly order: 'list' | 'start';
  /** Followers stand under their leaders. */
  readonly nestled?: boolean;
  readonly search: string;
  readonly filter: 'all' | 'selected' | 'keyed' | 'nests';
  readonly selected: readonly string[];
  /** The layer whose tall row stands alone, over all the room for rows. */
  readonly alone: string | null;
  readonly room: number;
};

/** A row of the timeline: of which kind, whose it is (null: the composition's), and where it lies below the top of the list, in pixels. */
export type Row<Own = unknown> = {
  readonly is: RowDefinition;
  /** Tells it from all other rows of its composition, the same whenever the rows are built anew. */
  readonly key: string;
  readonly layer: Layer | null;
  readonly own: Own;
  readonly top: number;
  readonly height: number;
};

/** What is known where rows are looked at. */
export type RowPlace = { readonly project: Project; readonly composition: Composition; /** The lane in which the pointer draws. */ readonly drawing?: string | null };

export type HeadProps<Own = unknown> = RowPlace & {
  readonly row: Row<Own>;
  /** Its number in the list, from nought. */
  readonly index: number;
  /** What is dragged would follow it. */
  readonly target: boolean;
  readonly acts: HeadActs;
};

/**
 * A kind of row, whole: one object in one file, and its name in `list.ts`. Timeline, heads, marquee and drags know no kind by
 * name.
 */
export type RowDefinition<Own = unknown> = {
  readonly kind: string;
  /** In pixels. */
  readonly height: number;
  /** What it holds where it stands over all layers; an empty list where it does not. */
  readonly over?: (place: RowPlace, choice: RowChoice) => readonly { readonly key: string; readonly own: Own }[];
  /** What it holds where it stands for a layer; `below` names a row of the layer (kind and key) right under which it stands while that is shown. */
  readonly under?: (place: RowPlace, layer: Layer, choice: RowChoice) => readonly { readonly key: string; readonly own: Own; readonly below?: string }[];
  /** What it holds when it stands alone under its layer, as tall as the room; null for a layer that has none such. `name` tells which of several. */
  readonly alone?: (place: RowPlace, layer: Layer, name: string) => { readonly key: string; readonly own: Own } | null;
  /** Bars, pegs, lines: in coordinates of the whole list. The line under the row is drawn already. */
  readonly draw: (to: CanvasRenderingContext2D, look: TracksLook, row: Row<Own>) => void;
  /** What lies under a point; `y` counts from the row's top. First match wins. Its own drags come as a `grip`. */
  readonly hit: (row: Row<Own>, place: RowPlace, view: TimelineView, x: number, y: number) => Hit;
  /** The pegs that a rectangle drawn across the row takes. */
  readonly pegs?: (row: Row<Own>, place: RowPlace) => readonly Peg[];
  /** The bars that it takes. */
  readonly bars?: (row: Row<Own>) => readonly Span[];
  /** Name and values at the left of the row. */
  readonly Head: ComponentType<HeadProps<Own>>;
};

/** Rows of different kinds stand in one list: what a row holds goes to its own definition alone. */
export function defineRow<Own>(definition: RowDefinition<Own>): RowDefinition {
  return definition as unknown as RowDefinition;
}
