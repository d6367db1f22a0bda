import type { Matrix } from './matrix';
import type { Outline } from './outline';

/** Straight alpha, sRGB-coded, each 0 … 1. */
export type Colour = readonly [r: number, g: number, b: number, a: number];

export type Ink =
  | { readonly kind: 'flat'; readonly colour: Colour }
  | {
      readonly kind: 'linear' | 'radial';
      /** Where the first stop stands (radial: the centre) and where the last one does (radial: on the rim). */
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
      readonly stops: readonly (readonly [at: number, colour: Colour])[];
    };

export type Stroke = {
  readonly ink: Ink;
  readonly width: number;
  readonly dash: readonly number[];
  readonly dashShift: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  readonly miter: number;
};

export type PathItem = {
  readonly kind: 'path';
  readonly outline: Outline;
  readonly rule: 'nonzero' | 'evenodd';
  readonly fill: Ink | null;
  readonly stroke: Stroke | null;
};

export type ImageItem = { readonly kind: 'image'; readonly asset: string; readonly width: number; readonly height: number };

/** A form of a mask, joined to those before it; the first one that adds begins with nothing, any other with everything. */
export type MaskPart = {
  readonly outline: Outline;
  readonly mode: 'add' | 'subtract' | 'intersect';
  readonly invert: boolean;
  /** Standard deviation of its edge, in px of the group. */
  readonly soft: number;
  /** Px by which it reaches beyond its outline; below 0 it stays within. */
  readonly spread: number;
  /** 0 … 1. */
  readonly opacity: number;
};

/**
 * One laying-on of an effect, in order, on a sheet that begins clear. Lengths are px of the group's own space, `soft` is the
 * standard deviation of a blur.
 */
export type Pass =
  /** The picture that came in; `light` times as bright. */
  | { readonly from: 'picture'; readonly soft: number; readonly light: number }
  /** Its form in one colour, moved. */
  | { readonly from: 'form'; readonly colour: Colour; readonly x: number; readonly y: number; readonly soft: number }
  /** A colour over what lies there already, within its form. */
  | { readonly from: 'flood'; readonly colour: Colour; readonly opacity: number }
  /** What of the picture is brighter than the threshold (0 … 1), spread and added as light; strength 1 is as bright as it is. */
  | { readonly from: 'light'; readonly threshold: number; readonly soft: number; readonly strength: number };

/** How one effect is painted, and how far that reaches beyond what comes in. */
export type Effect = { readonly passes: readonly Pass[]; readonly reach: readonly [left: number, up: number, right: number, down: number] };

/** Another picture of the same space, through whose form this one is seen. */
export type Clip = { readonly by: Group; readonly side: 'inside' | 'outside' };

/** What is done to a picture after it is painted, in this order: mask, effects, then opacity, clip and blend. */
type Finish = {
  readonly mask: readonly MaskPart[] | null;
  readonly effects: readonly Effect[];
  /** 0 … 1, of the whole. */
  readonly opacity: number;
  readonly clip: Clip | null;
};

export type Group = Finish & {
  readonly kind: 'group';
  readonly matrix: Matrix;
  /** A CSS mix-blend-mode word or `plus-lighter`. */
  readonly blend: string;
  /** Content is cut to `[0, 0, width, height]` of the group's own space. */
  readonly frame: readonly [width: number, height: number] | null;
  /** Painted by itself first, then laid on what is below. */
  readonly isolated: boolean;
  /** Says that the same items at the same device matrix are the same picture; null when not worth remembering. */
  readonly picture: string | null;
  readonly items: readonly Item[];
};

/** Changes all that lies below it in its group, within its mask; its matrix is that of mask and effects. */
export type Wash = Finish & { readonly kind: 'wash'; readonly matrix: Matrix };

export type Item = PathItem | ImageItem | Group | Wash;
