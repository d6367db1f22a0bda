import type { Composition, Layer, Project } from '../model';
import type { Place } from '../scene';
import type { Frames } from '../time';

/** What is asked for. */
export type BakeWish = {
  /** Which times are written into keys: that of what layers show, that of their own keys, or both. */
  readonly on: 'content' | 'keys' | 'both';
  /** Nests inside are baked in turn; else they keep their timing, behind one remap. */
  readonly deep: boolean;
  /** Keys stand on whole frames. */
  readonly whole: boolean;
  /** How far fitted curves may miss, in the unit of the track; of colours in hundredths. */
  readonly tolerance: number;
};

/** What could not be written into keys, or was written otherwise than asked: where, and why. */
export type LeftOut = { readonly where: string; readonly why: string };

/** A track that was baked: the layers on the way to it from the composition, and its address on the last of them. */
export type BakedTrack = { readonly path: readonly string[]; readonly address: string };

/** What a bake comes to: layers as they are afterwards, compositions that are new, and what is to be told. */
export type Baked = {
  readonly layers: readonly Layer[];
  readonly compositions: readonly Composition[];
  readonly tracks: readonly BakedTrack[];
  readonly keysBefore: number;
  readonly keysAfter: number;
  readonly left: readonly LeftOut[];
  /** How many formulas became keys. */
  readonly formulas: number;
};

/** Where a formula stands at a new time: the frame of its composition, and the dials that nests on the way give. */
export type Standing = { readonly frame: (at: Frames) => Frames; readonly place: (at: Frames) => Place };

/** What goes along while one bake is made. */
export type Baking = {
  readonly project: Project;
  readonly host: Composition;
  readonly wish: BakeWish;
  readonly newId: () => string;
  /** Times between frames of the host at which it is looked at. */
  readonly between: readonly Frames[];
  readonly names: Set<string>;
  readonly compositions: Composition[];
  readonly tracks: BakedTrack[];
  readonly left: LeftOut[];
  /** Copies by what they show when: nests that show the same share one. */
  readonly copies: Map<string, { readonly id: string; readonly depth: number; readonly tracks: readonly BakedTrack[] }>;
  readonly count: { before: number; after: number; done: number; /** Formulas that became keys. */ formulas: number };
};

/** Words for the place of a layer that is reached through nests. */
export function whereOf(host: Composition, path: readonly { readonly name: string }[]): string {
  return [host.name, ...path.map(({ name }) => name)].join(' / ');
}
