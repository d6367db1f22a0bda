import type { Frames, Rate, Tempo } from '../time';
import type { NodeOf, Place, Step } from './tree';
import type { Kind, Measure, Moment, Moves } from './value';

/** A track that a formula reads. */
export type Reached = {
  readonly kind: Kind;
  readonly measure: Measure;
  readonly moves: Moves;
  /** Its value at a frame of the composition that the formula stands in. */
  readonly read: (frame: Frames) => unknown;
  /** Where just what another formula gives is read: finds that, once all are ready. */
  readonly find?: (() => { readonly at: (frame: Frames) => unknown }) | null;
  /** What of the path comes after the track: a component of its value. */
  readonly rest: readonly Step[];
};

/** What a formula may read beside its own text: the document, the clock and the sound, handed in by whoever knows them. */
export type Around = {
  /** What the result becomes; any kind where that is null. `frames`: it is counted in frames, so that a time is made frames. */
  readonly gives: { readonly kind: Kind | null; readonly measure: Measure; readonly frames: boolean };
  /** Frames in a second of the composition, and of the time `f` that the formula is asked with. */
  readonly rate: Rate;
  readonly ownRate: Rate;
  readonly tempo: Tempo | null;
  /** What the composition is called, for sentences. */
  readonly name: string;
  /** The keyed value; null where nothing is keyed. */
  readonly keyed: { readonly kind: Kind; readonly measure: Measure; readonly at: (at: Moment) => unknown; readonly moves: Moves } | null;
  /** The moment of a time `f` of its own, as seen from another moment; at `f` of that moment it may differ from it by what a step holds. */
  readonly momentAt: (f: Frames, from: Moment) => Moment;
  /** The composition's frame at a moment, as what comes again in beats counts it: where a step holds the time, where that began. */
  readonly frameOf: (at: Moment) => Frames;
  /** Finds the track at the end of a path; fails at its place when there is none. */
  readonly reach: (path: NodeOf<'path'>) => Reached;
  /** Names of the layers that can be read, for sentences. */
  readonly layers: () => readonly string[];
  /** Seconds, from where `t` counts, of one of the layer's markers, by name or by number from 1; fails when there is none. */
  readonly marker: (which: string | number, place: Place) => number;
  /** The same without failing: not a number where there is none. */
  readonly markerAt: (which: number) => number;
  /** The place that is asked in now: sums are kept for each by its object. */
  readonly placeNow: () => object;
  /** Called where the composition's clock, sound or tracks are read. */
  readonly onHost: () => void;
  /** Where clocks do not run: the number of an operator, a stagger. */
  readonly clockless: string | null;
};
