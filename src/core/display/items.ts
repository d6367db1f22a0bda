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

export type Group = {
  readonly kind: 'group';
  readonly matrix: Matrix;
  /** 0 … 1, of the group as a whole. */
  readonly opacity: number;
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

export type Item = PathItem | ImageItem | Group;
